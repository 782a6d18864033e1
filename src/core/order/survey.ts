import type { ByteSource } from '../byteSource';
import type { Printer } from '../printer/printer';
import type { SlicedFile } from '../read/slicedFile';
import { HeldFinder, heldSections, type HeldSection } from './movable';
import { standingOf, type OnSection, type Standing } from './precedence';
import { leadInsOf, standsNear, withoutShapes } from './leadIns';
import { overlapsOf, type Overlap } from './overlaps';
import { canShape, sectionShapes, type SectionShapes } from './sectionShapes';

/** What decides in which orders a print can be printed. */
export interface Survey {
  /** Sections that are printed in their place, and why. */
  readonly held: readonly HeldSection[];
  /** What lies on what; null where the print is too large for that, or where it was not asked for. */
  readonly standing: Standing | null;
  /** Where two files print in one place, mm²; empty for one file. */
  readonly overlaps: readonly Overlap[];
  /** Skirts over which another file prints: places among the reading's sections. */
  readonly skirtsInTheWay: readonly number[];
}

/** What is known of a print that is not looked at any further; any skirt may be in the way. */
export function plainSurvey(
  held: readonly HeldSection[],
  { sources }: Pick<SlicedFile, 'sources'>,
): Survey {
  return { held, standing: null, overlaps: [], skirtsInTheWay: [...leadInsOf({ sources })] };
}

/**
 * How far a survey looks: only at commands, at what lies below as well, or also at what stands beside. The
 * last is needed where the nozzle may go down between what is higher, which layer by layer it never does.
 */
export type Looks = 'commands' | 'below' | 'beside';

/**
 * Looks at a print for all that its order has to respect.
 * @param takenOut lines of stops that are no stops any more.
 * @param onShapes told where the sections lie, where that is looked at.
 * @returns null when it was given up.
 */
export async function surveyOf(
  input: ByteSource,
  reading: Pick<SlicedFile, 'sections' | 'sources' | 'footprint' | 'stops'>,
  { filamentDiameter, nozzle }: Pick<Printer, 'filamentDiameter' | 'nozzle'>,
  takenOut: ReadonlySet<number>,
  looks: Looks,
  onSection?: OnSection,
  onShapes?: (shapes: SectionShapes) => void,
): Promise<Survey | null> {
  if (looks === 'commands' || !canShape(reading)) {
    return plainSurvey(await heldSections(input, reading, takenOut), reading);
  }
  const finder = new HeldFinder(reading, takenOut);
  const shapes = await sectionShapes(input, reading, filamentDiameter, (...line) =>
    finder.take(...line),
  );
  onShapes?.(shapes);
  const heights = reading.sections.map(({ z }) => z);
  const leadIns = leadInsOf(reading);
  const overlaps = overlapsOf(shapes, reading.sections);
  const isLeadIn = ({ one, other }: Overlap): boolean => leadIns.has(one) || leadIns.has(other);
  // Skirts of all files but one are not printed, and nothing lies on them.
  const ground = { ...shapes, shapes: withoutShapes(shapes.shapes, leadIns) };
  // A part of one of several files is always printed from its first layer up.
  const isPart = (one: number, other: number): boolean => {
    const [a, b] = [reading.sections[one], reading.sections[other]];
    return reading.sources.length > 1 && a.source === b.source && a.tool === b.tool;
  };
  const keepsOrder = looks === 'below' ? (): boolean => true : isPart;
  const found = await standingOf(ground, heights, nozzle, onSection, keepsOrder);
  const standing = found && {
    ...found,
    liesOn: found.liesOn.map((below, i) => {
      const before = reading.sections.findLastIndex((_, k) => k < i && isPart(k, i));
      return before < 0 || leadIns.has(before) || below.includes(before)
        ? below
        : [...below, before];
    }),
  };
  return (
    standing && {
      held: finder.held,
      standing,
      overlaps: overlaps.filter((one) => !isLeadIn(one)),
      skirtsInTheWay: [...leadIns].filter(
        (skirt) =>
          overlaps.some(({ one, other }) => one === skirt || other === skirt) ||
          standsNear(skirt, shapes, reading.sections, nozzle),
      ),
    }
  );
}
