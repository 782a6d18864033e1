import type { JobPlan } from '@/core/plan/jobPlan';
import { recipeOfPlan } from '@/core/plan/recipeOfPlan';
import type { Printer } from '@/core/printer/printer';
import type { Recipe } from '@/core/recipe/recipe';
import { changePlan } from '@/store/plans/planStore';

/** Changes the plan's recipe; the printer's own becomes the plan's with the first change. */
export function changeRecipe(printer: Printer, name: string, change: Partial<Recipe>): void {
  changePlan(name, (plan: JobPlan) => ({
    ...plan,
    recipe: { ...recipeOfPlan(plan, printer), ...change },
  }));
}
