import { absentSpans, type AbsentSpan } from './presence';
import { absences, goodStarts, windowOf, type NeededTime, type StartQuestion } from './startFinder';

/** What stands against a start. */
export interface Collision {
  /** Place among the needed times; -1 for the start itself, whose number is how many there are for the end. */
  readonly needed: number;
  readonly why: AbsentSpan['why'] | 'too-late';
  readonly from: Date;
  readonly to: Date;
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

/** With more needed times than this nobody is helped by a single one, and looking at each takes long. */
export const MOST_LOOKED_AT = 60;

/** The needed time without which most starts would be good; null when no single one is in the way. */
export function inTheWay(question: StartQuestion): number | null {
  if (question.needed.length > MOST_LOOKED_AT) return null;
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
