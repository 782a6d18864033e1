import type { ByteSource } from '../byteSource';
import { Effect } from '../gcode/effect';
import type { LevelPlace } from '../gcode/levels/levels';
import { Machine, type MachineState } from '../gcode/machine';
import { obeyLines } from '../gcode/obey';
import { Words } from '../gcode/lines/words';
import type { SlicedFile, SlicedSection } from '../read/slicedFile';

/** A reading whose skirt, where it has one that comes first, is a section of its own. */
export interface SplitReading {
  readonly reading: SlicedFile;
  readonly leadIns: number;
}

/**
 * Makes a section of its own of a skirt that a file begins with, so that it can be left out where other
 * files are printed before. A skirt that comes later stays where it is.
 */
export async function withLeadIn(input: ByteSource, reading: SlicedFile): Promise<SplitReading> {
  const first = reading.sections.at(0);
  if (!first || reading.skirtCells.length === 0) return { reading, leadIns: 0 };
  const isSkirt = skirtTest(reading);
  const cut = await firstOther(input, first, isSkirt);
  if (cut === null) return { reading, leadIns: 0 };
  const { place, end } = cut;
  const all = first.filamentMm || 1;
  const share = Math.min(1, Math.max(0, (place.state.filament - first.state.filament) / all));
  const lead: SlicedSection = {
    ...first,
    ...end,
    seconds: first.seconds * share,
    filamentMm: first.filamentMm * share,
  };
  const rest: SlicedSection = {
    ...first,
    ...place,
    seconds: first.seconds - lead.seconds,
    filamentMm: first.filamentMm - lead.filamentMm,
  };
  return {
    reading: { ...reading, sections: [lead, rest, ...reading.sections.slice(1)] },
    leadIns: 1,
  };
}

/** Tells whether a place lies on the cells of the skirt, or right beside them. */
export function skirtTest({
  footprint,
  skirtCells,
}: Pick<SlicedFile, 'footprint' | 'skirtCells'>): (x: number, y: number) => boolean {
  const { cellMm, originX, originY, columns } = footprint;
  const cells = new Set(skirtCells);
  return (x, y) => {
    const column = Math.floor((x - originX) / cellMm);
    const row = Math.floor((y - originY) / cellMm);
    for (const [dx, dy] of NEAR) {
      if (cells.has((row + dy) * columns + column + dx)) return true;
    }
    return false;
  };
}

const NEAR = [-1, 0, 1].flatMap((dx) => [-1, 0, 1].map((dy) => [dx, dy] as const));

interface Cut {
  /** Where what is no skirt begins, and where the skirt ends. */
  readonly place: LevelPlace;
  readonly end: { readonly endOffset: number; readonly endLine: number };
}

/** The first printed line of a section that is no skirt; null where the section does not begin with one. */
async function firstOther(
  input: ByteSource,
  { firstOffset, firstLine, endOffset, state }: SlicedSection,
  isSkirt: (x: number, y: number) => boolean,
): Promise<Cut | null> {
  const bytes = await input.slice(firstOffset, endOffset);
  const machine = Machine.from(state);
  const words = new Words();
  let line = firstLine - 1;
  let end: Cut['end'] | null = null;
  let restart: { restartOffset: number; restartLine: number } | null = null;
  let before: MachineState = state;
  let cut: Cut | null = null;
  let isOther = false;
  obeyLines(machine, words, bytes, bytes.length, {
    before: () => {
      line++;
      if (!cut && !isOther) before = machine.capture();
    },
    after: (effect, start, next) => {
      if (cut || isOther || (effect !== Effect.Line && effect !== Effect.Curve)) return;
      const { x, y, fromX, fromY, fromZ, z } = machine;
      const printed = effect === Effect.Curve ? machine.extrudedOnCurve : machine.extruded;
      if (!printed) {
        if (x === fromX && y === fromY && z === fromZ) return;
        restart = { restartOffset: firstOffset + next, restartLine: line + 1 };
        return;
      }
      if (isSkirt(x, y) && isSkirt(fromX, fromY)) {
        end = { endOffset: firstOffset + next, endLine: line };
        restart = null;
        return;
      }
      isOther = true;
      if (!end) return;
      const at = { firstOffset: firstOffset + start, firstLine: line };
      cut = {
        end,
        place: {
          ...at,
          restartOffset: at.firstOffset,
          restartLine: line,
          ...restart,
          travelOffset: end.endOffset,
          travelLine: end.endLine + 1,
          state: before,
        },
      };
    },
  });
  return cut;
}
