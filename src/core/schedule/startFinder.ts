import { absentSpans, type AbsentSpan, type Presence } from './presence';

/** A time at which somebody has to be at the printer, seconds from the start of the print. */
export interface NeededTime {
  /** When the printer stops. */
  readonly at: number;
  /** How much earlier or later it may be, s. */
  readonly spread: number;
  /** How long hands are needed, s. */
  readonly hands: number;
}

/** What a start is looked for with. */
export interface StartQuestion {
  readonly needed: readonly NeededTime[];
  /** How long the print takes in all, s. */
  readonly total: number;
  readonly presence: Presence;
  /** How long the person needs to come to the printer, s. */
  readonly reach: number;
  /** From when on, and until when starts are looked for. */
  readonly from: Date;
  readonly until: Date;
  /** The print has to be done by then; null for whenever. */
  readonly doneBy: Date | null;
  /** True where it must not print while somebody sleeps either, also between swaps. */
  readonly isAwake?: boolean;
}

/** A stretch of starts that put nobody out: every moment from `from` to before `to`. */
export interface GoodSpan {
  readonly from: Date;
  readonly to: Date;
}

const MINUTE = 60_000;

/** A stretch of ms, ends left out. */
type Span = readonly [from: number, to: number];

/** The stretch of ms round a start in which somebody is needed: too early by its spread, and on the way. */
export function windowOf({ at, spread, hands }: NeededTime, reach: number): Span {
  return [(at - spread - reach) * 1000, (at + spread + hands) * 1000];
}

/** Hours without anyone that can matter to a start. */
export function absences(question: StartQuestion): AbsentSpan[] {
  const { presence, from, until, total, needed } = question;
  const last = needed.reduce((most, one) => Math.max(most, one.at + one.spread + one.hands), total);
  const before = needed.reduce((most, one) => Math.max(most, one.spread), 0) + question.reach;
  return absentSpans(
    presence,
    new Date(from.getTime() - before * 1000),
    new Date(until.getTime() + last * 1000),
  );
}

/** The starts that one needed time forbids, or pressing start itself; ms. */
function forbidden(question: StartQuestion, spans: readonly AbsentSpan[]): Span[] {
  const windows = question.needed.map((one) => windowOf(one, question.reach));
  return spans.flatMap(({ from, to, why }): Span[] => {
    const [a, b] = [from.getTime(), to.getTime()];
    // Somebody presses start, and wants to be awake to the end where that is asked for.
    const held = question.isAwake && why === 'night' ? question.total * 1000 : 1;
    // A window touches the span when it begins before its end and ends behind its start.
    return [[a - held, b], ...windows.map(([low, high]): Span => [a - high, b - low])];
  });
}

/** All good starts of a question, in order; whole minutes, none twice. */
export function goodStarts(question: StartQuestion): GoodSpan[] {
  const { from, until, doneBy, total } = question;
  const latest = doneBy
    ? Math.min(until.getTime(), doneBy.getTime() - total * 1000 + 1)
    : until.getTime();
  const bad = forbidden(question, absences(question)).sort((a, b) => a[0] - b[0]);
  const good: GoodSpan[] = [];
  let at = upToMinute(from.getTime());
  const add = (end: number): void => {
    if (end > at) good.push({ from: new Date(at), to: new Date(end) });
  };
  for (const [low, high] of bad) {
    // A start at the very edge is good: windows only touch there.
    add(Math.min(low + 1, latest));
    if (high > at) at = Math.max(at, upToMinute(high));
  }
  add(latest);
  return good;
}

/** Hours of sleep through which a print of a length runs that is started at a moment; null for none. */
export function nightWithin(
  { presence, total }: Pick<StartQuestion, 'presence' | 'total'>,
  start: Date,
): AbsentSpan | null {
  const end = new Date(start.getTime() + total * 1000);
  return absentSpans(presence, start, end).find(({ why }) => why === 'night') ?? null;
}

function upToMinute(ms: number): number {
  return Math.ceil(ms / MINUTE) * MINUTE;
}

/** A start that is shown, and how far it stands from hours without anyone. */
export interface FoundStart {
  readonly at: Date;
  /** Seconds by which everything could come earlier or later; at most `ENOUGH`. */
  readonly margin: number;
}

/** More room than this on both sides makes a start no better, s. */
const ENOUGH = 3600;

/** The start in each good stretch that has the most room on both sides, the best first. */
export function bestStarts(spans: readonly GoodSpan[], from: Date, count = 3): FoundStart[] {
  const found = spans.map((span): FoundStart => {
    const [low, high] = [span.from.getTime(), span.to.getTime()];
    // What comes before the earliest start is no hour without anyone.
    const isOpen = low <= upToMinute(from.getTime());
    const room = (high - low) / 1000;
    if (isOpen) return { at: span.from, margin: Math.min(ENOUGH, room) };
    const margin = Math.min(ENOUGH, room / 2);
    const at = new Date(Math.min(upToMinute(low + margin * 1000), high - 1));
    return { at: at < span.from ? span.from : at, margin };
  });
  return found.sort((a, b) => b.margin - a.margin || +a.at - +b.at).slice(0, count);
}
