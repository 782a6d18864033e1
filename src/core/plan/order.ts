import type { Reading } from '../gcode/reading';
import type { OutputRequest } from '../output/insert';
import type { Spool } from '../filament/spool';
import type { Printer } from '../printer/printer';
import { recipeFor, type Recipe } from '../recipe/recipe';
import { NO_SETTINGS, SETTING_NAMES } from '../recipe/settings';
import { purgeAt } from './purges';
import { machineSeconds } from './time';
import { filamentOf, printedSwaps, type JobPlan } from './jobPlan';

/** The recipe of a plan: its own, or the printer's. */
export function recipeOfPlan(plan: JobPlan, printer: Printer): Recipe {
  return plan.recipe ?? recipeFor(printer);
}

/** Letter and name of a filament, as blocks and displays name it: `B Bone white`. */
export function filamentLabel(plan: JobPlan, letter: string): string {
  return `${letter} ${filamentOf(plan, letter).name}`;
}

/** What a plan asks to be written. Where nobody says how much to purge, the pair of colours does. */
export function orderOf(
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
  };
}
