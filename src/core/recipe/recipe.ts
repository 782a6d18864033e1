import { refuse, success, type Result } from '../findings';
import type { PlanFile } from '../plan/plan';

/** How one printer is told to stop for a swap. */
export interface Recipe {
  readonly kind: 'change-command';
  /** The command as the firmware knows it, with its parameters: `M600`, `M600 B3`. */
  readonly command: string;
}

/** One thing that happens at a swap. A swap stays typed data until it is rendered. */
export type SwapAction = { readonly kind: 'change-filament'; readonly command: string };

export const ORDINARY_RECIPE: Recipe = { kind: 'change-command', command: 'M600' };

const CHANGE_COMMAND = /^M600( [A-Z]-?\d+(\.\d+)?)*$/;

/** The recipe that a plan asks for; refused when this version cannot write it rightly. */
export function recipeOf(asked: PlanFile['recipe']): Result<Recipe> {
  if (asked.kind !== 'change-command') {
    return refuse(
      'unknown-recipe',
      `The way to stop "${asked.kind}" is not available. Use "change-command".`,
    );
  }
  if (!CHANGE_COMMAND.test(asked.command)) {
    return refuse(
      'unknown-command',
      `"${asked.command}" is not a change command. Use M600, with parameters if needed.`,
    );
  }
  return success({ kind: 'change-command', command: asked.command });
}

/** What happens at a swap, in order. */
export function actionsOf(recipe: Recipe): SwapAction[] {
  return [{ kind: 'change-filament', command: recipe.command }];
}

/** The commands of one action. This is the only place where actions become G-code. */
export function renderAction(action: SwapAction): string[] {
  return [action.command];
}
