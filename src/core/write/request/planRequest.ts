import { swapsOf, type Arrangement } from '../../plan/arrangement';
import { arrangementOfPlan } from '../../plan/arrangementOfPlan';
import type { JobPlan } from '../../plan/jobPlan';
import { allSwaps } from '../../plan/edits/partEdits';
import { recipeOfPlan } from '../../plan/recipeOfPlan';
import { machineSeconds } from '../../plan/time';
import type { Printer } from '../../printer/printer';
import type { SlicedFile } from '../../read/slicedFile';
import { SETTING_NAMES } from '../../recipe/settings';
import type { OutputRequest } from './request';
import { stopsReplaced } from './stopsReplaced';

/**
 * What a plan asks to have written.
 * @param arrangement its sections in their order; in that of the file when left out.
 */
export function requestOfPlan(
  plan: JobPlan,
  file: Pick<SlicedFile, 'sections' | 'sources' | 'layers' | 'stops'>,
  printer: Printer,
  arrangement: Arrangement = arrangementOfPlan(plan, file, printer),
): OutputRequest {
  return {
    arrangement,
    unplaced: allSwaps(plan)
      .map(({ swap }) => swap.layer)
      .filter((layer) => layer > file.layers.length),
    recipe: recipeOfPlan(plan, printer),
    printer,
    stopAt: plan.stopAt,
    takeOut: stopsReplaced(plan, file),
    loadFirst: plan.loadFirst ? arrangement.visits[0].filament : null,
    rewrite: plan.rewrite ? SETTING_NAMES : [],
    addToRemaining: plan.addToRemaining
      ? swapsOf(file, arrangement).map(({ purge }) => machineSeconds(purge ?? 0) + plan.handSeconds)
      : null,
  };
}
