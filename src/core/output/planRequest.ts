import type { Reading } from '../read/reading';
import type { OutputRequest } from './insert';
import type { Spool } from '../filament/spool';
import type { Printer } from '../printer/printer';
import { recipeOfPlan } from '../plan/recipeOfPlan';
import { NO_SETTINGS, SETTING_NAMES } from '../recipe/settings';
import { purgeAt } from '../plan/purges';
import { machineSeconds } from '../plan/time';
import { filamentOf, printedSwaps, type JobPlan } from '../plan/jobPlan';

/** Letter and name of a filament, as blocks and displays name it: `B Bone white`. */
export function filamentLabel(plan: JobPlan, letter: string): string {
  return `${letter} ${filamentOf(plan, letter).name}`;
}

/** What a plan asks to have written. Where nobody says how much to purge, the pair of colours does. */
export function requestOfPlan(
  plan: JobPlan,
  { layers, stops }: Pick<Reading, 'layers' | 'stops'>,
  printer: Printer,
  spools: ReadonlyMap<string, Spool> = new Map(),
): OutputRequest {
  const recipe = recipeOfPlan(plan, printer);
  const wishes = { plan, recipe, printer, spools };
  const swaps = printedSwaps(plan, layers.length);
  const resolved = swaps.map((swap, i) => {
    const { layer, letter, settings } = swap;
    const from = filamentOf(plan, swaps[i - 1]?.letter ?? plan.firstLetter);
    return {
      layer,
      filament: filamentLabel(plan, letter),
      settings: settings ?? NO_SETTINGS,
      purge: Math.round(purgeAt(swap, from, filamentOf(plan, letter), wishes).mm),
    };
  });
  return {
    swaps: resolved,
    recipe,
    printer,
    stopAt: plan.stopAt,
    takeOut: stops.filter(({ line }) => plan.takenOut.includes(line)),
    loadFirst: plan.loadFirst ? filamentLabel(plan, plan.firstLetter) : null,
    rewrite: plan.rewrite ? SETTING_NAMES : [],
    addToRemaining: plan.addToRemaining
      ? resolved.map(({ purge }) => machineSeconds(purge) + plan.handSeconds)
      : null,
    arrangement: null,
  };
}
