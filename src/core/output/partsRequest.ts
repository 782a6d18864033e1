import type { ByteSource } from '../byteSource';
import { refuse, success, type Result } from '../findings';
import type { FoundStop } from '../gcode/stops';
import { orderSections } from '../order/orders';
import type { Order } from '../order/ordering';
import { fixedBy } from '../order/movable';
import { canShape, sectionShapes } from '../order/sectionShapes';
import { surveyOf, type Survey } from '../order/survey';
import {
  swapsOf,
  type Arrangement,
  type PlannedSection,
  type SectionSwap,
} from '../plan/arrangement';
import type { Stretch } from '../plan/parts';
import { changingStops, proposeStretches, stopsBesideTools } from '../plan/proposeStretches';
import type { Printer } from '../printer/printer';
import type { Reading } from '../read/reading';
import { whyNoOtherOrder } from './impossibleArrangement';

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
  const shapes = canShape(reading)
    ? await sectionShapes(input, reading, filamentDiameter)
    : { shapes: [] };
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
  /** The orders of single layers that have been laid down. */
  readonly given?: ReadonlyMap<number, readonly number[]>;
  readonly purge?: (from: string, to: string) => number;
}

/** An arrangement and its swaps. */
export interface Arranged {
  readonly arrangement: Arrangement;
  readonly swaps: readonly SectionSwap[];
}

/** Puts the sections of a print in the order that is asked for. */
export function arrange(inputs: ArrangeInputs): Result<Arranged> {
  const { reading, survey, sections, order, dipMm, fingerprint, given = new Map() } = inputs;
  if (order !== 'as-sliced' || given.size > 0) {
    const why = whyNoOtherOrder(reading);
    if (why) return why;
  }
  const filaments = sections.map(({ filament }) => filament);
  const fixed = fixedBy(survey.held);
  const purge = inputs.purge ?? (() => 0);
  const print = { reading, filaments, fixed, given, standing: survey.standing, purge };
  const ordered = orderSections(order, dipMm, print);
  if (!ordered) {
    return refuse(
      'cannot-reorder',
      'The print is too large for a look at what lies on what. Take the order with the fewest swaps instead.',
    );
  }
  const inOrder = ordered.order.map((i) => sections[i]);
  return success({
    arrangement: {
      sections: inOrder,
      order,
      exact: ordered.exact,
      dipMm: order === 'colour-by-colour' ? dipMm : 0,
      fingerprint,
    },
    swaps: swapsOf(reading, inOrder),
  });
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
