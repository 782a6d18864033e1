import { layerNumber } from '../layers';
import type { OwnPurge } from '../filament/purgeTable';
import { STARTING_PALETTE, type PaletteFilament } from '../filament/palette';
import { emptyPlan, type JobPlan } from '../plan/jobPlan';
import { wholePart, type PlannedPart } from '../plan/parts';
import type { MadePiece, PieceColours, PieceFilament } from './piece';

/** The plan that a test piece is printed by: its filaments by letter, and what changes where. */
export function piecePlan(
  made: Pick<MadePiece, 'colours' | 'filaments' | 'purgeMm'>,
  fingerprint: string,
  printerId: string | null,
): JobPlan {
  const palette = made.filaments.map(lettered);
  const { parts, purges } = {
    parts: partsOf(made.colours, palette),
    purges: purgesOf(palette, made.purgeMm),
  };
  return { ...emptyPlan(fingerprint, palette[0].letter), palette, parts, purges, printerId };
}

function lettered(
  { name, colour, hidingDepth, spoolId }: PieceFilament,
  i: number,
): PaletteFilament {
  const { letter, hatch } = STARTING_PALETTE[i];
  return { letter, name, colour, hatch, hidingDepth, ...(spoolId !== undefined && { spoolId }) };
}

function partsOf(colours: PieceColours, palette: readonly PaletteFilament[]): JobPlan['parts'] {
  const { letter: first } = palette[0];
  if (colours.kind === 'one') return [wholePart(first)];
  if (colours.kind === 'swap') {
    return [wholePart(first, [{ layer: layerNumber(colours.layer), letter: palette[1].letter }])];
  }
  const parts = colours.tools.map((filament, tool): PlannedPart => {
    return { key: `T${tool}`, firstLetter: palette[filament].letter, swaps: [] };
  });
  const [one, ...others] = parts;
  return [one, ...others];
}

function purgesOf(palette: readonly PaletteFilament[], mm: number | null): OwnPurge[] {
  if (mm === null) return [];
  return palette.flatMap((from) =>
    palette.filter((to) => to !== from).map((to) => ({ from: from.letter, to: to.letter, mm })),
  );
}
