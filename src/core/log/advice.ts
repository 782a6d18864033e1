import { checkOf, type Check } from '../checks/check';
import { formatCm2, plural } from '../format';
import type { RunFacts } from './facts';

/** A run as advice names it. */
export interface KnownRun {
  readonly job: string;
  readonly facts: RunFacts;
}

/** What of a new plan advice is about. */
export interface AdviceQuestion {
  readonly printer: string;
  readonly stopCommand: string | null;
  readonly contactMm2: number | null;
  readonly bed: number | null;
  /** The swaps of the plan: keys and names of their filaments, layer and purge. */
  readonly swaps: readonly {
    readonly layer: number;
    readonly from: { readonly key: string; readonly name: string };
    readonly to: { readonly key: string; readonly name: string };
    readonly mm: number;
  }[];
}

/** Lengths and areas that differ by less are alike. */
const ALIKE = 0.1;
/** Bed temperatures that differ by less are alike, °C. */
const ALIKE_BED = 5;
/** So many runs are named as reasons. */
const MOST_NAMED = 3;

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

/** What the logbook has to say about a plan, with the runs that it says it from. */
export function adviceOf(question: AdviceQuestion, runs: readonly KnownRun[]): Check[] {
  return [...tinted(question, runs), ...missed(question, runs), ...loose(question, runs)];
}

/** `Hide plate 7 (5 Apr), Tide dial (9 Apr) and 2 more`. */
function reasons(runs: readonly KnownRun[]): string {
  const newest = runs.toSorted((a, b) => b.facts.at - a.facts.at);
  const named = newest
    .slice(0, MOST_NAMED)
    .map(({ job, facts }) => `${job} (${day.format(facts.at)})`);
  const more = newest.length - named.length;
  return more > 0 ? `${named.join(', ')} and ${more} more` : named.join(', ');
}

const times = (count: number): string =>
  count === 1 ? 'once' : count === 2 ? 'twice' : `${count} times`;

/** Pairs that came out tinted with as much purge as is planned now, and never clean with as little. */
function tinted({ swaps }: AdviceQuestion, runs: readonly KnownRun[]): Check[] {
  const told = new Set<string>();
  return swaps.flatMap(({ from, to, mm, layer }): Check[] => {
    const pair = `${from.key} ${to.key}`;
    if (told.has(pair)) return [];
    told.add(pair);
    const seams = runs.flatMap((run) =>
      run.facts.swaps
        .filter((one) => one.from === from.key && one.to === to.key)
        .map((one) => ({ run, ...one })),
    );
    const bad = seams.filter((one) => one.rating === 'tinted' && one.mm >= mm * (1 - ALIKE));
    const good = seams.filter((one) => one.rating === 'clean' && one.mm <= mm * (1 + ALIKE));
    if (bad.length === 0 || good.length >= bad.length) return [];
    const most = Math.round(Math.max(...bad.map((one) => one.mm)));
    const because = reasons([...new Set(bad.map(({ run }) => run))]);
    const sentence = `${from.name} to ${to.name} came out tinted ${times(bad.length)} at ${most} mm or less, and ${Math.round(mm)} mm are planned: ${because}.`;
    return [checkOf('seen-tinted', 'may-fail', sentence, { layer })];
  });
}

/** A printer that passes over this stop. */
function missed(
  { printer, stopCommand, swaps }: AdviceQuestion,
  runs: readonly KnownRun[],
): Check[] {
  if (stopCommand === null || swaps.length === 0) return [];
  const alike = runs.filter(
    ({ facts }) => facts.printer === printer && facts.stops.command === stopCommand,
  );
  const bad = alike.filter(({ facts }) => facts.stops.missed > 0);
  const count = (of: 'due' | 'missed'): number =>
    alike.reduce((sum, { facts }) => sum + facts.stops[of], 0);
  if (bad.length === 0) return [];
  const sentence = `Swaps on ${printer} were missed with ${stopCommand}: ${count('missed')} of ${count('due')}: ${reasons(bad)}.`;
  return [checkOf('seen-missed', 'may-fail', sentence)];
}

/** Parts as small as this one that came off a bed as hot as this. */
function loose({ printer, contactMm2, bed }: AdviceQuestion, runs: readonly KnownRun[]): Check[] {
  if (contactMm2 === null) return [];
  const alike = runs.filter(({ facts }) => {
    const { contactMm2: area, celsius } = facts.bed;
    const isAsHot = bed === null || celsius === null || Math.abs(bed - celsius) < ALIKE_BED;
    return facts.printer === printer && area !== null && isAsHot;
  });
  const off = alike.filter(
    ({ facts }) => facts.bed.cameOff && (facts.bed.contactMm2 ?? 0) >= contactMm2 * (1 - ALIKE),
  );
  const held = alike.filter(
    ({ facts }) =>
      !facts.bed.cameOff &&
      !facts.isLost &&
      (facts.bed.contactMm2 ?? 0) <= contactMm2 * (1 + ALIKE),
  );
  if (off.length === 0 || held.length > off.length) return [];
  const largest = Math.max(...off.map(({ facts }) => facts.bed.contactMm2 ?? 0));
  const at = bed === null ? '' : ` at ${bed} °C`;
  const sentence = `${plural(off.length, 'part')} of up to ${formatCm2(largest)} on the bed came off ${printer}${at}, and this one has ${formatCm2(contactMm2)}: ${reasons(off)}.`;
  return [checkOf('seen-off', 'may-fail', sentence)];
}
