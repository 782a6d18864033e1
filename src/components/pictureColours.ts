import type { PrintPicture } from '@/core/geometry/picture';
import { emptyPlan, filamentOf, letterAt, type JobPlan } from '@/core/plan/jobPlan';
import { isSideBySide, partLetterAt } from '@/core/plan/sidePlan';

/** Only its colours are used. */
const NO_PLAN = emptyPlan('');

/** The colour of each number of a picture in a plan, as `#rrggbb`: numbers of layers, or of sections. */
export function pictureColours(
  { sections }: Pick<PrintPicture, 'sections'>,
  plan: JobPlan | null,
  layerCount: number,
): (number: number) => string {
  const colours = plan ?? NO_PLAN;
  const letterOf = (number: number): string => {
    if (!sections) return letterAt(colours, number, layerCount);
    const { part, layer } = sections[number - 1];
    return isSideBySide(colours)
      ? partLetterAt(colours, part, layer, layerCount)
      : letterAt(colours, layer, layerCount);
  };
  return (number) => filamentOf(colours, letterOf(number)).colour;
}
