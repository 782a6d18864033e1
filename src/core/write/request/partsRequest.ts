import type { PrintOrder } from '../../plan/arrangementOfPlan';
import { HAIR } from '../../tolerances';
import type { ByteSource } from '../../byteSource';
import { refuse, success, type Result } from '../../findings';
import type { FoundStop } from '../../gcode/stops';
import { pairPurge } from '../../filament/purgeTable';
import type { Spool } from '../../filament/shelf/spool';
import { orderSections, type OrderInputs } from '../../order/orders';
import type { Order, Ordered } from '../../order/ordering';
import { fixedBy } from '../../order/movable';
import { depthOf } from '../../order/depth';
import { leadInsOf, withoutLeadIns } from '../../order/leadIns';
import { canShape, sectionShapes } from '../../order/sectionShapes';
import { plainSurvey, surveyOf, type Looks, type Survey } from '../../order/survey';
import {
  openingsOf,
  visitsOf,
  type Arrangement,
  type Delivery,
  type WantedSection,
} from '../../plan/arrangement';
import { filamentOf, type JobPlan } from '../../plan/jobPlan';
import { partInBlocks, type Stretch } from '../../plan/parts';
import {
  changingStops,
  proposeStretches,
  stopsBesideTools,
} from '../../plan/edits/proposeStretches';
import { givenOrders, sectionWishes } from '../../plan/wishes';
import { headHeight, type NozzleShape } from '../../printer/nozzleShape';
import type { Printer } from '../../printer/printer';
import type { SlicedFile } from '../../read/slicedFile';
import type { Home } from '../../recipe/betweenFiles';
import { whyNoOtherOrder } from './impossibleArrangement';

/** What a file itself shows of its parts. */
export interface FoundParts {
  /** Which part comes behind each stop that stands for a change of filament; none where tools change. */
  readonly stretches: readonly Stretch[];
  /** Stops that blocks stand in place of: those, and stops right beside a tool change. */
  readonly replaced: readonly FoundStop[];
}

/** Finds which parts a file prints side by side. */
export async function findParts(
  input: ByteSource,
  reading: SlicedFile,
  { filamentDiameter }: Pick<Printer, 'filamentDiameter'>,
): Promise<FoundParts> {
  // Of several files each is a part of its own, whatever stops in it.
  const changes = reading.sources.length > 1 ? [] : changingStops(reading);
  const replaced = [...changes, ...stopsBesideTools(reading)];
  if (changes.length === 0) return { stretches: [], replaced };
  const shapes = canShape(reading) ? await sectionShapes(input, reading, filamentDiameter) : null;
  return { stretches: proposeStretches(reading, changes, shapes), replaced };
}

/** What an order is made of. */
export interface ArrangeInputs {
  readonly reading: SlicedFile;
  readonly survey: Survey;
  /** What is wanted of every section, in file order. */
  readonly sections: readonly WantedSection[];
  readonly order: Order;
  readonly dipMm: number;
  readonly fingerprint: string;
  readonly nozzle: NozzleShape;
  readonly delivery: Delivery;
  /** What is homed between the files of a delivery. */
  readonly home: Home;
}

/** Files of a delivery follow the sliced files only where these are printed one after another. */
export const ONLY_FILE_BY_FILE = refuse(
  'bad-order',
  'To write one file per sliced file, print them one after another: choose the order as sliced.',
);

/** Puts the sections of a print in the order that is asked for, one nozzle printing for all tools. */
export function arrange(inputs: ArrangeInputs): Result<Arrangement> {
  const { reading, survey: found, sections, order, dipMm, fingerprint, nozzle } = inputs;
  const { delivery, home } = inputs;
  if (delivery === 'file-per-source' && order !== 'as-sliced') {
    return ONLY_FILE_BY_FILE;
  }
  const filaments = sections.map(({ filament }) => filament);
  const fixed = fixedBy(found.held);
  const { standing } = found;
  const print = { reading, filaments, fixed, given: new Map(), standing, purge: () => 0 };
  const result = orderOrWhy(order, dipMm, reading, print);
  if (!result.ok) return result;
  const ordered = result.value;
  const { printed, leftOut } = withoutLeadIns(reading.sources, ordered.order, found.skirtsInTheWay);
  const depth = depthOrWhy(order, dipMm, printed, reading, found, nozzle);
  if (!depth.ok) return depth;
  const visits = visitsOf(
    printed.map((i) => {
      return { ...sections[i], part: partInBlocks(sections[i].part, reading.sources) };
    }),
  );
  return success({
    visits,
    order,
    exact: ordered.exact,
    dipMm: depth.value,
    leftOut,
    opens: openingsOf(reading, visits, delivery),
    home,
    tools: 'one-nozzle',
    fingerprint,
  });
}

/** What is wanted of every section in the order of the file, in which tool changes stay as they are. */
export function arrangeAsSliced(
  sections: readonly WantedSection[],
  fingerprint: string,
): Arrangement {
  return {
    visits: visitsOf(sections),
    order: 'as-sliced',
    exact: true,
    dipMm: 0,
    leftOut: [],
    opens: [],
    home: 'nothing',
    tools: 'as-sliced',
    fingerprint,
  };
}

/**
 * How deep the nozzle may go between what is printed by then, mm: as the person said it for colour by
 * colour, as the order needs it where files follow each other; or why the order cannot be printed.
 */
function depthOrWhy(
  order: Order,
  dipMm: number,
  printed: readonly number[],
  reading: SlicedFile,
  { standing, overlaps }: Pick<Survey, 'standing' | 'overlaps'>,
  nozzle: NozzleShape,
): Result<number> {
  const { sources, sections } = reading;
  if (sources.length === 1) return success(order === 'colour-by-colour' ? dipMm : 0);
  // Nothing is printed lower than what is printed before it.
  if (order === 'fewest-swaps') return success(0);
  if (!standing) return TOO_LARGE;
  const fileOf = (section: number): string => sources[sections[section].source].name;
  const overlap = overlaps.at(0);
  if (overlap) {
    const [one, other] = [overlap.one, overlap.other].map(fileOf);
    return refuse(
      'in-one-place',
      `${one} and ${other} print in the same place, in layer ${sections[overlap.one].layer} and possibly others. Only parts beside or on top of each other can be printed together.`,
    );
  }
  const depth = depthOf(printed, standing, headHeight(nozzle));
  if (depth.early) {
    const [on, under] = [depth.early.section, depth.early.below].map(fileOf);
    return refuse(
      'wrong-order',
      `${on} lies on what ${under} prints in layer ${sections[depth.early.below].layer} but would be printed first. Put ${under} first.`,
    );
  }
  if (depth.hit) {
    const [low, high] = [depth.hit.low, depth.hit.high].map(fileOf);
    return refuse(
      'head-would-hit',
      `While ${low} is printed, the head would hit ${high}, which is ${depth.dipMm.toFixed(1)} mm higher at that point. Print them layer by layer (fewest swaps), or farther apart.`,
    );
  }
  if (order !== 'as-sliced' || dipMm === 0) {
    return success(order === 'colour-by-colour' ? dipMm : depth.dipMm);
  }
  if (depth.dipMm <= dipMm + HAIR) return success(dipMm);
  return refuse(
    'bad-order',
    `File by file the nozzle goes ${depth.dipMm.toFixed(2)} mm deep between printed walls; ${dipMm} mm are allowed.`,
  );
}

const TOO_LARGE = refuse(
  'cannot-reorder',
  'The print is too large to work out which parts lie on others. Choose the order with the fewest swaps instead.',
);

const IN_A_CIRCLE = refuse(
  'cannot-reorder',
  'Sections lie on each other in a circle, so none can come first. Choose the order with the fewest swaps instead.',
);

/** An order, or why there is none. */
function orderOrWhy(
  order: Order,
  dipMm: number,
  reading: SlicedFile,
  inputs: OrderInputs,
): Result<Ordered> {
  if (order !== 'as-sliced' || inputs.given.size > 0 || reading.sources.length > 1) {
    const why = whyNoOtherOrder(reading);
    if (why) return why;
    const held = [...inputs.fixed].at(0);
    if (reading.sources.length > 1 && order !== 'as-sliced' && held !== undefined) {
      const { source, layer } = reading.sections[held];
      return refuse(
        'cannot-reorder',
        `In layer ${layer}, ${reading.sources[source].name} has a command Lamella does not know, or a stop that stays. Print the files one after another (as sliced).`,
      );
    }
  }
  const ordered = orderSections(order, dipMm, inputs);
  if (ordered) return success(ordered);
  return inputs.standing ? IN_A_CIRCLE : TOO_LARGE;
}

/** How far to look for an order. */
export function looksFor(order: Order, { sources }: Pick<SlicedFile, 'sources'>): Looks {
  if (order === 'colour-by-colour') return 'beside';
  // Files one after another may lie on one another, and stand beside; layer by layer only skirts are in the way.
  if (sources.length > 1 && order === 'as-sliced') return 'beside';
  return sources.length > 1 && leadInsOf({ sources }).size > 0 ? 'below' : 'commands';
}

/** Surveys a print for its orders; nothing is given up on. */
export async function survey(
  input: ByteSource,
  reading: SlicedFile,
  printer: Printer,
  replaced: readonly FoundStop[],
  looks: Looks,
): Promise<Survey> {
  const gone = new Set(replaced.map(({ line }) => line));
  const found = await surveyOf(input, reading, printer, gone, looks);
  return found ?? plainSurvey([], reading);
}

/** An order of a plan, with how deep it lets the nozzle go; or why there is none. */
export function planOrder(
  order: Order,
  plan: Pick<JobPlan, 'dipMm' | 'delivery'>,
  reading: SlicedFile,
  inputs: OrderInputs,
  found: Survey,
  nozzle: NozzleShape,
): Result<PrintOrder & Ordered> {
  const made = orderOrWhy(order, plan.dipMm, reading, inputs);
  if (!made.ok) return made;
  const { skirtsInTheWay } = found;
  const { printed } = withoutLeadIns(reading.sources, made.value.order, skirtsInTheWay);
  // File by file, a plan lets the nozzle go as deep as it has to.
  const wanted = order === 'colour-by-colour' ? plan.dipMm : 0;
  const depth = depthOrWhy(order, wanted, printed, reading, found, nozzle);
  return depth.ok ? success({ ...made.value, dipMm: depth.value, skirtsInTheWay }) : depth;
}

/** What decides in which orders a plan's sections can be printed: see `orderSections`. */
export function orderInputs(
  plan: JobPlan,
  reading: SlicedFile,
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
