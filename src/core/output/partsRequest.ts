import type { ByteSource } from '../byteSource';
import { refuse, success, type Result } from '../findings';
import type { FoundStop } from '../gcode/stops';
import { pairPurge } from '../filament/purgeTable';
import type { Spool } from '../filament/spool';
import { orderSections, type OrderInputs } from '../order/orders';
import type { Order, Ordered } from '../order/ordering';
import { purgeSections } from '../order/purgeBlock';
import { fixedBy } from '../order/movable';
import { canShape, sectionShapes } from '../order/sectionShapes';
import { surveyOf, type Survey } from '../order/survey';
import {
  swapsOf,
  type Arrangement,
  type PlannedSection,
  type SectionSwap,
} from '../plan/arrangement';
import { filamentOf, type JobPlan } from '../plan/jobPlan';
import type { Stretch } from '../plan/parts';
import { changingStops, proposeStretches, stopsBesideTools } from '../plan/proposeStretches';
import { purgeAt } from '../plan/purges';
import { recipeOfPlan } from '../plan/recipeOfPlan';
import { givenOrders, sectionWishes } from '../plan/sidePlan';
import type { Printer } from '../printer/printer';
import type { Reading } from '../read/reading';
import { SETTING_NAMES } from '../recipe/settings';
import { whyNoOtherOrder } from './impossibleArrangement';
import type { OutputRequest } from './insert';
import { filamentLabel } from './planRequest';

/** What a file itself shows of its parts. */
export interface FoundParts {
  /** Which part comes behind each stop that stands for a change of filament; none where tools change. */
  readonly stretches: readonly Stretch[];
  /** Stops that blocks stand in place of: those, and stops right beside a change of tool. */
  readonly replaced: readonly FoundStop[];
}

/** Finds which parts a file prints side by side. */
export async function findParts(
  input: ByteSource,
  reading: Reading,
  { filamentDiameter }: Pick<Printer, 'filamentDiameter'>,
): Promise<FoundParts> {
  const changes = changingStops(reading);
  const replaced = [...changes, ...stopsBesideTools(reading)];
  if (changes.length === 0) return { stretches: [], replaced };
  const shapes = canShape(reading) ? await sectionShapes(input, reading, filamentDiameter) : null;
  return { stretches: proposeStretches(reading, changes, shapes), replaced };
}

/** What an order is made of. */
export interface ArrangeInputs {
  readonly reading: Reading;
  readonly survey: Survey;
  /** What is wanted of every section, in file order. */
  readonly sections: readonly PlannedSection[];
  readonly order: Order;
  readonly dipMm: number;
  readonly fingerprint: string;
}

/** An arrangement and its swaps. */
export interface Arranged {
  readonly arrangement: Arrangement;
  readonly swaps: readonly SectionSwap[];
}

/** Puts the sections of a print in the order that is asked for. */
export function arrange(inputs: ArrangeInputs): Result<Arranged> {
  const { reading, survey: found, sections, order, dipMm, fingerprint } = inputs;
  const filaments = sections.map(({ filament }) => filament);
  const fixed = fixedBy(found.held);
  const { standing } = found;
  const print = { reading, filaments, fixed, given: new Map(), standing, purge: () => 0 };
  const result = orderOrWhy(order, dipMm, reading, print);
  if (!result.ok) return result;
  const ordered = result.value;
  const inOrder = ordered.order.map((i) => sections[i]);
  return success({
    arrangement: {
      sections: inOrder,
      order,
      exact: ordered.exact,
      dipMm: order === 'colour-by-colour' ? dipMm : 0,
      leftOut: [],
      fingerprint,
    },
    swaps: swapsOf(reading, inOrder),
  });
}

/** An order, or why there is none. */
export function orderOrWhy(
  order: Order,
  dipMm: number,
  reading: Reading,
  inputs: OrderInputs,
): Result<Ordered> {
  if (order !== 'as-sliced' || inputs.given.size > 0) {
    const why = whyNoOtherOrder(reading);
    if (why) return why;
  }
  const ordered = orderSections(order, dipMm, inputs);
  if (ordered) return success(ordered);
  return refuse(
    'cannot-reorder',
    'The print is too large for a look at what lies on what. Take the order with the fewest swaps instead.',
  );
}

/** Stops of the file that a plan of parts has no use for: swaps stand in their place, or it takes them out. */
export function stopsReplaced(
  { takenOut, stretches }: Pick<JobPlan, 'takenOut' | 'stretches'>,
  reading: Pick<Reading, 'stops' | 'sections'>,
): FoundStop[] {
  const gone = new Set([...takenOut, ...stretches.map(({ line }) => line)]);
  const beside = new Set(stopsBesideTools(reading));
  return reading.stops.filter((stop) => gone.has(stop.line) || beside.has(stop));
}

/** Surveys a print for its orders; nothing is given up on. */
export async function survey(
  input: ByteSource,
  reading: Reading,
  printer: Printer,
  replaced: readonly FoundStop[],
  looksBelow: boolean,
): Promise<Survey> {
  const gone = new Set(replaced.map(({ line }) => line));
  const found = await surveyOf(input, reading, printer, gone, looksBelow);
  return found ?? { held: [], standing: null };
}

/** What a plan of parts side by side asks to have written, its sections in a given order. */
export function sideRequest(
  plan: JobPlan,
  reading: Reading,
  printer: Printer,
  spools: ReadonlyMap<string, Spool>,
  { order, exact }: Pick<Ordered, 'order' | 'exact'>,
): OutputRequest {
  const recipe = recipeOfPlan(plan, printer);
  const wishes = { plan, recipe, printer, spools };
  const ofSections = sectionWishes(plan, reading);
  const leftOut = plan.withoutPurgeBlock ? purgeSections(reading) : [];
  const gone = new Set(leftOut);
  const printed = order.filter((section) => !gone.has(section));
  const sections = printed.map((section, i): PlannedSection => {
    const { letter, settings, swap } = ofSections[section];
    const from = filamentOf(plan, ofSections[printed[i - 1] ?? section].letter);
    const { mm } = purgeAt(swap ?? undefined, from, filamentOf(plan, letter), wishes);
    return { section, filament: filamentLabel(plan, letter), settings, purge: Math.round(mm) };
  });
  const swaps = swapsOf(reading, sections);
  return {
    swaps,
    recipe,
    printer,
    stopAt: plan.stopAt,
    takeOut: stopsReplaced(plan, reading),
    loadFirst: plan.loadFirst ? sections[0].filament : null,
    rewrite: plan.rewrite ? SETTING_NAMES : [],
    addToRemaining: null,
    arrangement: {
      sections,
      order: plan.order,
      exact,
      dipMm: plan.order === 'colour-by-colour' ? plan.dipMm : 0,
      leftOut,
      fingerprint: plan.fingerprint,
    },
  };
}

/** What decides in which orders a plan's sections can be printed: see `orderSections`. */
export function orderInputs(
  plan: JobPlan,
  reading: Reading,
  printer: Printer,
  spools: ReadonlyMap<string, Spool>,
  { held, standing }: Survey,
): OrderInputs {
  const { filamentDiameter } = printer;
  const pair = { own: plan.purges, spools, filamentDiameter };
  return {
    reading,
    filaments: sectionWishes(plan, reading).map(({ letter }) => letter),
    fixed: fixedBy(held),
    given: givenOrders(plan, reading),
    standing,
    purge: (from, to) => pairPurge(filamentOf(plan, from), filamentOf(plan, to), pair).mm,
  };
}
