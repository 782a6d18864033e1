import { seenCells, type PrintPicture, type SeenCells } from '../geometry/picture';
import type { JobPlan } from '../plan/jobPlan';
import { letterAt } from '../plan/edits/partEdits';
import { isWhole } from '../plan/parts';
import type { RunPlan } from './runPlan';

/** A print from above, with the letter of the filament that each of its numbers is printed in. */
export interface RunPicture extends SeenCells {
  /** By layer, or by section where parts lie side by side, from 1; the first of the list is number 1. */
  readonly letters: readonly string[];
}

/** Takes down how a print looks from above in the colours of a plan. */
export function runPictureOf(picture: PrintPicture, plan: JobPlan, layerCount: number): RunPicture {
  const { sections } = picture;
  const letterOf = (number: number): string => {
    if (!sections) return letterAt(plan, number, layerCount);
    const { part, layer } = sections[number - 1];
    return letterAt(plan, layer, layerCount, isWhole(plan) ? undefined : part);
  };
  const count = sections?.length ?? layerCount;
  const letters = Array.from({ length: count }, (_, i) => letterOf(i + 1));
  return { ...seenCells(picture), letters };
}

/**
 * The place of the band that is seen at a point of the picture, from 0 to 1 across and down; null for
 * nothing. Where its filament prints in several bands, the highest that reaches so high.
 */
export function bandSeenAt(
  { columns, rows, top, letters }: RunPicture,
  { bands }: Pick<RunPlan, 'bands'>,
  x: number,
  y: number,
): number | null {
  const column = Math.min(columns - 1, Math.max(0, Math.floor(x * columns)));
  // The back of the bed is drawn first, and stored last.
  const row = rows - 1 - Math.min(rows - 1, Math.max(0, Math.floor(y * rows)));
  const number = top[row * columns + column];
  if (number === 0) return null;
  const letter = letters[number - 1];
  const isByLayer = letters.length <= bands[bands.length - 1].last;
  const place = bands.findLastIndex(
    ({ filament, first }) => filament.letter === letter && (!isByLayer || first <= number),
  );
  return place < 0 ? null : place;
}
