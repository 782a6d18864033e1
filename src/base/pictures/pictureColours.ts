import type { PrintPicture } from '@/core/geometry/picture';
import { emptyPlan, filamentOf, type JobPlan } from '@/core/plan/jobPlan';
import { isWhole } from '@/core/plan/parts';
import { letterAt } from '@/core/plan/edits/partEdits';

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
    return letterAt(colours, layer, layerCount, isWhole(colours) ? undefined : part);
  };
  return (number) => filamentOf(colours, letterOf(number)).colour;
}
