import type { Printer } from '../printer/printer';
import { recipeFor, type Recipe } from '../recipe/recipe';
import type { JobPlan } from './jobPlan';

/** The recipe of a plan: its own, or the printer's. */
export function recipeOfPlan(plan: JobPlan, printer: Printer): Recipe {
  return plan.recipe ?? recipeFor(printer);
}
