import type { Spool } from '../filament/shelf/spool';
import { combined, type Combined, type Measurement } from './measurement';
import { hidesLamp, hidesOver } from './subjects';

/** What was measured of a spool over another one, by the key of the lower one. */
interface CoveredPair extends Combined {
  readonly lower: string;
}

/** Over which other filaments a spool was measured, and how much of it hides them, mm. */
export function coveredBy(measurements: readonly Measurement[], upper: string): CoveredPair[] {
  const lead = hidesOver(upper, '');
  const subjects = new Set(
    measurements.flatMap(({ values }) =>
      values.map(({ subject }) => subject).filter((subject) => subject.startsWith(lead)),
    ),
  );
  return [...subjects].flatMap((subject) => {
    const found = combined(measurements, subject, null);
    return found ? [{ lower: subject.slice(lead.length), ...found }] : [];
  });
}

/**
 * How a spool covers where its neighbours are not chosen yet: the mean of what was measured over others, and of
 * a lamp; its own hiding depth where nothing was.
 */
export function coveringOf(
  measurements: readonly Measurement[],
  { id, hidingDepth }: Pick<Spool, 'id' | 'hidingDepth'>,
): { readonly hidingDepth: number; readonly hidesLamp?: number } {
  const over = coveredBy(measurements, id);
  const lamp = combined(measurements, hidesLamp(id), null);
  const mean = over.reduce((sum, { value }) => sum + value, 0) / Math.max(1, over.length);
  return {
    hidingDepth: over.length > 0 ? mean : hidingDepth,
    ...(lamp && { hidesLamp: lamp.value }),
  };
}
