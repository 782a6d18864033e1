import { refuse, success, type Result } from '../src/core/findings';
import type { ByteSource } from '../src/core/byteSource';
import {
  arrange,
  arrangeAsSliced,
  findParts,
  looksFor,
  ONLY_FILE_BY_FILE,
  orderInputs,
  planOrder,
  survey,
} from '../src/core/write/request/partsRequest';
import { stopsReplaced } from '../src/core/write/request/stopsReplaced';
import { openingsOf, swapsOf, type Arrangement } from '../src/core/plan/arrangement';
import { foundParts, isWhole, partOfSections, WHOLE } from '../src/core/plan/parts';
import { allSwaps } from '../src/core/plan/edits/partEdits';
import { sectionsOfList, sectionsOfSwaps } from '../src/core/plan/lists/partList';
import { toldApart, type ToldApart } from '../src/core/plan/lists/toldApart';
import type { SlicedFile } from '../src/core/read/slicedFile';
import type { OutputRequest } from '../src/core/write/request/request';
import type { JobPlan } from '../src/core/plan/jobPlan';
import { arrangementOfPlan } from '../src/core/plan/arrangementOfPlan';
import { requestOfPlan } from '../src/core/write/request/planRequest';
import { savedPlan } from '../src/core/plan/file/planFile';
import { resolveSwaps } from '../src/core/plan/lists/resolve';
import {
  parseSwapList,
  rewrittenSettings,
  type PartWishes,
  type SwapList,
} from '../src/core/plan/lists/swapList';
import { machineSeconds, SWAP_SECONDS } from '../src/core/plan/time';
import { fixedPurge } from '../src/core/plan/work/purges';
import type { Printer } from '../src/core/printer/printer';
import { numbersOf } from '../src/core/recipe/recipe';
import { parseRecipe } from '../src/core/recipe/recipeFile';

/** What a plan is applied to. */
interface ApplyInputs {
  readonly input: ByteSource;
  readonly reading: SlicedFile;
  readonly printer: Printer;
  /** Fingerprint of the G-code. */
  readonly sha256: string;
}

/** What is asked to be written. */
export interface Asked {
  readonly request: OutputRequest;
  /** The key of the part that each section belongs to, as `inspect` tells them; `all` for a print of one part. */
  readonly parts: readonly string[];
  /** What the person calls a filament that blocks call so. */
  readonly nameOf: (label: string) => string;
}

/** A plan of the screens calls its filaments by letter and name. */
const asCalled = (label: string): string => label;

/**
 * What a plan asks to be written: the plan that the screens save (as a file, or as a job keeps it),
 * or a short list of swaps written by hand.
 */
export async function requestFrom(json: unknown, inputs: ApplyInputs): Promise<Result<Asked>> {
  const saved = savedPlan(json);
  if (saved !== null) return saved.ok ? fromPlan(saved.value, inputs) : saved;
  const list = parseSwapList(json);
  return list.ok ? fromList(list.value, inputs) : list;
}

const OTHER_FILE = refuse('plan-of-another-file', 'The plan was made for a different file.');

async function fromPlan(
  plan: JobPlan,
  { input, reading, printer, sha256 }: ApplyInputs,
): Promise<Result<Asked>> {
  if (plan.fingerprint !== sha256) return OTHER_FILE;
  if (reading.sections.length === 0) return PRINTS_NOTHING;
  if (!isWhole(plan)) {
    const replaced = stopsReplaced(plan, reading);
    const { order, delivery } = plan;
    const found = await survey(input, reading, printer, replaced, looksFor(order, reading));
    const inputs = orderInputs(plan, reading, printer, new Map(), found);
    const ordered = planOrder(order, plan, reading, inputs, found, printer.nozzle);
    if (!ordered.ok) return ordered;
    if (delivery === 'file-per-source' && order !== 'as-sliced') return ONLY_FILE_BY_FILE;
    const arrangement = arrangementOfPlan(plan, reading, printer, new Map(), ordered.value);
    const request = requestOfPlan(plan, reading, printer, arrangement);
    return success({ request, parts: partOfSections(plan, reading), nameOf: asCalled });
  }
  if (allSwaps(plan).length === 0) return refuse('bad-plan', 'The plan has no swaps.');
  const request = requestOfPlan(plan, reading, printer);
  return success({ request, parts: partOfSections(plan, reading), nameOf: asCalled });
}

async function fromList(list: SwapList, inputs: ApplyInputs): Promise<Result<Asked>> {
  const { reading, printer, sha256 } = inputs;
  if (list.fingerprint !== undefined && list.fingerprint !== sha256) return OTHER_FILE;
  const recipe = parseRecipe(list.recipe);
  if (!recipe.ok) return recipe;
  const takeOut = stopsNamed(list.existingStops, reading);
  if (!takeOut.ok) return takeOut;
  if (reading.sections.length === 0) return PRINTS_NOTHING;
  const asked = list.byParts
    ? await arrangedParts(list.byParts, takeOut.value, inputs)
    : arrangedSwaps(list, takeOut.value, inputs);
  if (!asked.ok) return asked;
  const purge = fixedPurge({ ...recipe.value, purge: numbersOf(recipe.value, printer).purge }) ?? 0;
  const { parts, apart, ...order } = asked.value;
  const { loadFirst } = list;
  const request: OutputRequest = {
    ...order,
    unplaced: [],
    recipe: recipe.value,
    printer,
    stopAt: list.stopAt,
    loadFirst: loadFirst === null ? null : apart.labelOf(loadFirst),
    rewrite: rewrittenSettings(list),
    addToRemaining: list.moveRemainingTimes
      ? swapsOf(reading, order.arrangement).map(
          (swap) => machineSeconds(swap.purge ?? purge) + SWAP_SECONDS.hands,
        )
      : null,
  };
  return success({ request, parts, nameOf: apart.nameOf });
}

/** The order in which parts are printed, and what is taken out for it. */
type AskedOrder = Pick<OutputRequest, 'takeOut' | 'arrangement'> &
  Pick<Asked, 'parts'> & { readonly apart: ToldApart };

const PRINTS_NOTHING = refuse('no-extrusion', 'The file prints nothing.');

function arrangedSwaps(
  list: SwapList,
  takeOut: OutputRequest['takeOut'],
  { reading, sha256 }: ApplyInputs,
): Result<AskedOrder> {
  const swaps = resolveSwaps(reading.layers, list.swaps);
  if (!swaps.ok) return swaps;
  const apart = toldApart(sectionsOfSwaps(reading, swaps.value, list.loadFirst ?? ''));
  const { sections } = apart;
  const { delivery, between } = list;
  if (delivery === 'file-per-source') return ONLY_FILE_BY_FILE;
  const arrangement = arrangeAsSliced(sections, sha256);
  const opens = openingsOf(reading, arrangement.visits, delivery);
  return success({
    takeOut,
    arrangement: { ...arrangement, opens, home: between.home },
    parts: reading.sections.map(() => WHOLE),
    apart,
  });
}

async function arrangedParts(
  { parts, order, dipMm, delivery, home }: PartWishes,
  takeOut: OutputRequest['takeOut'],
  { input, reading, printer, sha256 }: ApplyInputs,
): Promise<Result<AskedOrder>> {
  const { stretches, replaced } = await findParts(input, reading, printer);
  const gone = [...new Set([...takeOut, ...replaced])].sort((a, b) => a.line - b.line);
  const sections = sectionsOfList(reading, parts, stretches);
  if (!sections.ok) return sections;
  const apart = toldApart(sections.value);
  const found = await survey(input, reading, printer, gone, looksFor(order, reading));
  const arranged: Result<Arrangement> = arrange({
    reading,
    survey: found,
    sections: apart.sections,
    order,
    dipMm,
    fingerprint: sha256,
    nozzle: printer.nozzle,
    delivery,
    home,
  });
  if (!arranged.ok) return arranged;
  const keys = foundParts(reading, stretches);
  return success({ takeOut: gone, arrangement: arranged.value, parts: keys, apart });
}

function stopsNamed(
  asked: SwapList['existingStops'],
  { stops }: SlicedFile,
): Result<OutputRequest['takeOut']> {
  if (asked === 'keep') return success([]);
  if (asked === 'remove') return success(stops);
  const odd = asked.find((line) => !stops.some((stop) => stop.line === line));
  if (odd !== undefined) {
    return refuse('no-such-stop', `The file has no stop on line ${odd}.`);
  }
  return success(stops.filter(({ line }) => asked.includes(line)));
}
