import type { PrintPicture } from '../geometry/picture';
import { letterAt, type JobPlan } from '../plan/jobPlan';
import { isSideBySide, partLetterAt } from '../plan/sidePlan';

/** A print from above, with the letter of the filament that each of its numbers is printed in. */
export interface RunPicture extends Pick<PrintPicture, 'columns' | 'rows' | 'top'> {
  /** By layer, or by section where parts lie side by side, from 1; the first of the list is number 1. */
  readonly letters: readonly string[];
}

/** Takes down how a print looks from above in the colours of a plan. */
export function runPictureOf(
  { columns, rows, top, sections }: PrintPicture,
  plan: JobPlan,
  layerCount: number,
): RunPicture {
  const letterOf = (number: number): string => {
    if (!sections) return letterAt(plan, number, layerCount);
    const { part, layer } = sections[number - 1];
    return isSideBySide(plan)
      ? partLetterAt(plan, part, layer, layerCount)
      : letterAt(plan, layer, layerCount);
  };
  const count = sections?.length ?? layerCount;
  const letters = Array.from({ length: count }, (_, i) => letterOf(i + 1));
  return { columns, rows, top, letters };
}
