import type { ByteSource } from '../byteSource';
import type { Printer } from '../printer/printer';
import type { Reading } from '../read/reading';
import { heldSections, type HeldSection } from './movable';
import { standingOf, type OnSection, type Standing } from './precedence';
import { canShape, sectionShapes } from './sectionShapes';

/** What decides in which orders a print can be printed. */
export interface Survey {
  /** Sections that are printed in their place, and why. */
  readonly held: readonly HeldSection[];
  /** What lies on what; null where the print is too large for that, or where it was not asked for. */
  readonly standing: Standing | null;
}

/**
 * Looks at a print for all that its order has to respect.
 * @param takenOut lines of stops that are no stops any more.
 * @param looksBelow whether what lies on what is asked for.
 * @returns null when it was given up.
 */
export async function surveyOf(
  input: ByteSource,
  reading: Pick<Reading, 'sections' | 'layers' | 'footprint' | 'stops'>,
  { filamentDiameter, nozzle }: Pick<Printer, 'filamentDiameter' | 'nozzle'>,
  takenOut: ReadonlySet<number>,
  looksBelow: boolean,
  onSection?: OnSection,
): Promise<Survey | null> {
  const held = await heldSections(input, reading, takenOut);
  if (!looksBelow || !canShape(reading)) return { held, standing: null };
  const shapes = await sectionShapes(input, reading, filamentDiameter);
  const heights = reading.sections.map(({ z }) => z);
  const standing = await standingOf(shapes, heights, nozzle, onSection);
  return standing && { held, standing };
}
