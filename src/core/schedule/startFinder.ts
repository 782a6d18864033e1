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
}

/** A stretch of starts that put nobody out: every moment from `from` to before `to`. */
export interface GoodSpan {
  readonly from: Date;
  readonly to: Date;
}

/** What stands against a start. */
export interface Collision {
  /** Place among the needed times; -1 for the start itself, whose number is how many there are for the end. */
  readonly needed: number;
  readonly why: AbsentSpan['why'] | 'too-late';
  readonly from: Date;
  readonly to: Date;
}

const MINUTE = 60_000;

/** A stretch of ms, ends left out. */
type Span = readonly [from: number, to: number];

/** The stretch of ms round a start in which somebody is needed: too early by its spread, and on the way. */
function windowOf({ at, spread, hands }: NeededTime, reach: number): Span {
  return [(at - spread - reach) * 1000, (at + spread + hands) * 1000];
}

/** Hours without anyone that can matter to a start. */
function absences(question: StartQuestion): AbsentSpan[] {
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
  return spans.flatMap(({ from, to }): Span[] => {
    const [a, b] = [from.getTime(), to.getTime()];
    // Somebody presses start, and a window touches the span when it begins before its end and ends behind its start.
    return [[a - 1, b], ...windows.map(([low, high]): Span => [a - high, b - low])];
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

function upToMinute(ms: number): number {
  return Math.ceil(ms / MINUTE) * MINUTE;
}

/** What stands against one start. */
export function collisionsOf(question: StartQuestion, start: Date): Collision[] {
  const at = start.getTime();
  const { needed, total, doneBy } = question;
  const spans = absences({ ...question, from: start, until: start });
  const hit = (place: number, low: number, high: number): Collision[] =>
    spans
      .filter(({ from, to }) => from.getTime() < high && to.getTime() > low)
      .slice(0, 1)
      .map(({ why, from, to }) => ({ needed: place, why, from, to }));
  const swaps = needed.flatMap((one, i) => {
    const [low, high] = windowOf(one, question.reach);
    return hit(i, at + low, at + high);
  });
  const end = new Date(at + total * 1000);
  const late: Collision[] =
    doneBy && end > doneBy
      ? [{ needed: needed.length, why: 'too-late', from: doneBy, to: end }]
      : [];
  return [...hit(-1, at, at + 1), ...swaps, ...late];
}

/** A start that is shown, and how far it stands from hours without anyone. */
export interface FoundStart {
  readonly at: Date;
  /** Seconds by which everything could come earlier or later; at most `ENOUGH`. */
  readonly margin: number;
}

/** More room than this on both sides makes a start no better, s. */
export const ENOUGH = 3600;

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

/** The needed time without which most starts would be good; null when no single one is in the way. */
export function inTheWay(question: StartQuestion): number | null {
  const room = (needed: readonly NeededTime[]): number =>
    goodStarts({ ...question, needed }).reduce((sum, { from, to }) => sum + (+to - +from), 0);
  let best: { place: number; room: number } | null = null;
  question.needed.forEach((_, place) => {
    const freed = room(question.needed.filter((_one, i) => i !== place));
    if (freed > (best?.room ?? room(question.needed))) best = { place, room: freed };
  });
  return (best as { place: number } | null)?.place ?? null;
}

/** A print whose printer waits at a stop until somebody comes. */
export interface WaitingRun {
  /** When each needed time is tended to, and how long the printer has waited for it, s. */
  readonly tended: readonly { readonly at: Date; readonly waited: number }[];
  readonly end: Date;
  readonly waited: number;
}

/** What becomes of a start when the printer waits at each stop until somebody is there. */
export function withWaiting(question: StartQuestion, start: Date): WaitingRun {
  const { needed, total, presence } = question;
  let late = 0;
  const tended = needed.map(({ at }) => {
    const stops = new Date(start.getTime() + (at + late) * 1000);
    let there = stops;
    for (const { from, to } of absentSpans(
      presence,
      stops,
      new Date(stops.getTime() + 3 * 86_400_000),
    )) {
      if (from <= there && to > there) there = to;
    }
    const waited = (there.getTime() - stops.getTime()) / 1000;
    late += waited;
    return { at: there, waited };
  });
  return { tended, end: new Date(start.getTime() + (total + late) * 1000), waited: late };
}
