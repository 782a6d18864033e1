import { refuse, success, type Result } from '../src/core/findings';
import type { Reading } from '../src/core/gcode/reading';
import type { OutputRequest } from '../src/core/output/insert';
import type { JobPlan } from '../src/core/plan/jobPlan';
import { orderOf } from '../src/core/plan/order';
import { isPlanFile, parsePlanFile } from '../src/core/plan/planFile';
import { chosenVariant, parsePlanBook } from '../src/core/plan/planBook';
import { parseJobPlan } from '../src/core/plan/planSchema';
import { resolveSwaps } from '../src/core/plan/resolve';
import { parseSwapList, rewrittenSettings, type SwapList } from '../src/core/plan/swapList';
import { machineSeconds, SWAP_SECONDS } from '../src/core/plan/time';
import { fixedPurge } from '../src/core/plan/purges';
import type { Printer } from '../src/core/printer/printer';
import { numbersOf } from '../src/core/recipe/recipe';
import { parseRecipe } from '../src/core/recipe/recipeFile';

/** What a plan is applied to. */
interface Ground {
  readonly reading: Reading;
  readonly printer: Printer;
  /** Fingerprint of the G-code. */
  readonly sha256: string;
}

/**
 * What a plan asks to be written: the plan that the screens save (as a file, or as a job keeps it),
 * or a short list of swaps written by hand.
 */
export function requestFrom(json: unknown, ground: Ground): Result<OutputRequest> {
  const saved = savedPlan(json);
  if (saved !== null) return saved.ok ? fromPlan(saved.value, ground) : saved;
  const list = parseSwapList(json);
  return list.ok ? fromList(list.value, ground) : list;
}

/** The plan that the screens saved; null when it is something else. */
function savedPlan(json: unknown): Result<JobPlan> | null {
  if (isPlanFile(json)) {
    const file = parsePlanFile(json);
    return file.ok ? success(file.value.plan) : file;
  }
  if (typeof json !== 'object' || json === null || !('version' in json)) return null;
  if (!('variants' in json)) return parseJobPlan(json);
  const read = parsePlanBook(json);
  if (!read.ok) return read;
  const { book } = read.value;
  // Another plan of the book must not be written in place of the one that was chosen.
  if ('chosen' in json && json.chosen !== book.chosen) return UNREADABLE_CHOICE;
  return success(chosenVariant(book).plan);
}

const UNREADABLE_CHOICE = refuse('bad-plan', 'The plan that was in use cannot be read.');

const OTHER_FILE = refuse(
  'plan-of-another-file',
  'The plan was made for another file than this one.',
);

function fromPlan(plan: JobPlan, { reading, printer, sha256 }: Ground): Result<OutputRequest> {
  if (plan.fingerprint !== sha256) return OTHER_FILE;
  if (plan.swaps.length === 0) return refuse('bad-plan', 'There is no swap in the plan.');
  return success(orderOf(plan, reading, printer));
}

function fromList(list: SwapList, { reading, printer, sha256 }: Ground): Result<OutputRequest> {
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
