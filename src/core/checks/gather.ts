import { clockTime, type ClockForm } from '../schedule/clock';
import { fixOfAll, SEVERAL_BANDS } from '../plan/work/gatherNotes';
import type { CheckCode } from './catalogue';
import type { Check, CheckFix, CheckLevel } from './check';

/** Checks of one kind as one entry: what is so, at which places, and what helps at all of them. */
export interface CheckEntry {
  readonly code: CheckCode;
  readonly level: CheckLevel;
  readonly sentence: string;
  /** From the bed up; never empty. One alone says itself what is so. */
  readonly checks: readonly [Check, ...Check[]];
  readonly fix: CheckFix | null;
}

/** What sentences about several checks need besides them. */
export interface GatherInputs {
  /** Swaps of the plan. */
  readonly swaps: number;
  readonly clock: ClockForm;
}

type Sentence = (checks: readonly Check[], inputs: GatherInputs) => string;

const ofSwaps =
  (what: string): Sentence =>
  (checks, { swaps, clock }) =>
    `${checks.length} of ${swaps} swaps ${what}${timesOf(checks, clock)}.`;
const places =
  (what: string): Sentence =>
  ({ length }) =>
    `${length} ${what}`;

/** The same words as beside the bands. */
function ofBands(): Readonly<Partial<Record<CheckCode, Sentence>>> {
  return Object.fromEntries(
    Object.entries(SEVERAL_BANDS).map(([code, what]) => [code, places(what)]),
  );
}

/** Kinds of checks that may come at many places, and what they come to. */
const SEVERAL: Readonly<Partial<Record<CheckCode, Sentence>>> = {
  'night-swap': ofSwaps('come at night'),
  'away-swap': ofSwaps('come while you are out'),
  'low-strand': ofSwaps('leave too little room for the purge strand'),
  'short-purge': ofSwaps('purge less than their colours need'),
  'unsafe-block': ofSwaps('are not safe as planned'),
  'setting-undone': places('settings in the file override those of your bands.'),
  'swap-after-end': places('swaps come after the end of the print.'),
  'two-swaps': places('layers have two swaps each; one is enough.'),
  ...ofBands(),
  'alike-neighbours': places('pairs of neighbouring colours look very similar.'),
  'alike-for-some': places(
    'pairs of neighbouring colours look very similar to colour-blind people.',
  ),
  'not-enough': places('spools have too little filament.'),
  'other-diameter': places('spools have another diameter than the printer takes.'),
  'no-bond': places('pairs of materials do not bond.'),
  'small-contact': places('pairs of materials meet on a small area only.'),
  'nozzle-ranges': places('pairs of materials have no common nozzle temperature.'),
  'bed-temperature': places('spools need another bed temperature than the first.'),
  'seen-tinted': places('pairs of colours came out tinted with as little purge.'),
  'thin-inlay': places('inlays are too thin to hide the colour behind.'),
  'part-without-filament': places('parts have no filament in the plan.'),
  'touches-neighbour': places('places where the nozzle touches higher outline.'),
  'one-place': places('pairs of files overlap.'),
};

/** `, 1:37 to 4:21 AM`; empty where they have no times. */
function timesOf(checks: readonly Check[], clock: ClockForm): string {
  const times = checks.flatMap(({ at }) => at ?? []).sort((a, b) => +a - +b);
  const [first, last] = [times.at(0), times.at(-1)];
  if (!first || !last) return '';
  // Over several nights a range would name hours in which nothing happens.
  if (+last - +first > 12 * 3_600_000) return `, the first at ${clockTime(first, clock)}`;
  const [from, to] = [clockTime(first, clock), clockTime(last, clock)];
  const isSameHalf = from.slice(-3) === to.slice(-3) && clock === '12';
  return `, ${isSameHalf ? from.slice(0, -3) : from} to ${to}`;
}

/** Checks of one kind and level as one entry, in the order given. */
export function gatherChecks(checks: readonly Check[], inputs: GatherInputs): CheckEntry[] {
  return checks.flatMap((check): CheckEntry[] => {
    const { code, level, sentence, fix } = check;
    const several = SEVERAL[code];
    const all = several ? checks.filter((one) => one.code === code && one.level === level) : [];
    if (!several || all.length < 2) return [{ code, level, sentence, checks: [check], fix }];
    const [first, ...others] = all;
    if (check !== first) return [];
    const together = { sentence: several(all, inputs), fix: fixOf(all) };
    return [{ code, level, checks: [first, ...others], ...together }];
  });
}

/** One fix for all: where each has its own change of the plan, all of them in turn; else where they all lead. */
function fixOf(checks: readonly Check[]): CheckFix | null {
  const fixes = checks.map(({ fix }) => fix);
  const [first] = fixes;
  const inPlan = fixOfAll(fixes.map((fix) => (fix?.kind === 'plan' ? fix : null)));
  if (inPlan) return { kind: 'plan', ...inPlan };
  return fixes.every((fix) => fix?.kind !== 'plan' && fix?.label === first?.label) ? first : null;
}
