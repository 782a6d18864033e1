import { refuse, success, type Result } from '../src/core/findings';
import type { Reading } from '../src/core/read/reading';
import type { OutputRequest } from '../src/core/output/insert';
import type { JobPlan } from '../src/core/plan/jobPlan';
import { requestOfPlan } from '../src/core/output/planRequest';
import { savedPlan } from '../src/core/plan/planFile';
import { resolveSwaps } from '../src/core/plan/resolve';
import { parseSwapList, rewrittenSettings, type SwapList } from '../src/core/plan/swapList';
import { machineSeconds, SWAP_SECONDS } from '../src/core/plan/time';
import { fixedPurge } from '../src/core/plan/purges';
import type { Printer } from '../src/core/printer/printer';
import { numbersOf } from '../src/core/recipe/recipe';
import { parseRecipe } from '../src/core/recipe/recipeFile';

/** What a plan is applied to. */
interface ApplyInputs {
  readonly reading: Reading;
  readonly printer: Printer;
  /** Fingerprint of the G-code. */
  readonly sha256: string;
}

/**
 * What a plan asks to be written: the plan that the screens save (as a file, or as a job keeps it),
 * or a short list of swaps written by hand.
 */
export function requestFrom(json: unknown, inputs: ApplyInputs): Result<OutputRequest> {
  const saved = savedPlan(json);
  if (saved !== null) return saved.ok ? fromPlan(saved.value, inputs) : saved;
  const list = parseSwapList(json);
  return list.ok ? fromList(list.value, inputs) : list;
}

const OTHER_FILE = refuse(
  'plan-of-another-file',
  'The plan was made for another file than this one.',
);

function fromPlan(plan: JobPlan, { reading, printer, sha256 }: ApplyInputs): Result<OutputRequest> {
  if (plan.fingerprint !== sha256) return OTHER_FILE;
  if (plan.swaps.length === 0) return refuse('bad-plan', 'There is no swap in the plan.');
  return success(requestOfPlan(plan, reading, printer));
}

function fromList(
  list: SwapList,
  { reading, printer, sha256 }: ApplyInputs,
): Result<OutputRequest> {
  if (list.fingerprint !== undefined && list.fingerprint !== sha256) return OTHER_FILE;
  const recipe = parseRecipe(list.recipe);
  if (!recipe.ok) return recipe;
  const swaps = resolveSwaps(reading.layers, list.swaps);
  if (!swaps.ok) return swaps;
  const takeOut = stopsNamed(list.existingStops, reading);
  if (!takeOut.ok) return takeOut;
  const purge = fixedPurge({ ...recipe.value, purge: numbersOf(recipe.value, printer).purge }) ?? 0;
  return success({
    swaps: swaps.value,
    recipe: recipe.value,
    printer,
    stopAt: list.stopAt,
    takeOut: takeOut.value,
    loadFirst: list.loadFirst,
    rewrite: rewrittenSettings(list),
    addToRemaining: list.moveRemainingTimes
      ? swaps.value.map((swap) => machineSeconds(swap.purge ?? purge) + SWAP_SECONDS.hands)
      : null,
  });
}

function stopsNamed(
  asked: SwapList['existingStops'],
  { stops }: Reading,
): Result<OutputRequest['takeOut']> {
  if (asked === 'keep') return success([]);
  if (asked === 'remove') return success(stops);
  const odd = asked.find((line) => !stops.some((stop) => stop.line === line));
  if (odd !== undefined) {
    return refuse('no-such-stop', `The file has no stop on line ${odd}.`);
  }
  return success(stops.filter(({ line }) => asked.includes(line)));
}
