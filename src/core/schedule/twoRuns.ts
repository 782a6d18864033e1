import { absentSpans, type Presence } from './presence';
import { goodStarts, type GoodSpan, type StartQuestion } from './startFinder';
import { collisionsOf, MOST_LOOKED_AT } from './startTroubles';

/** A print in two goes: it stops at one needed time, stands, and goes on when somebody is there again. */
export interface TwoRuns {
  readonly start: Date;
  /** Place of the needed time at which it stands. */
  readonly pause: number;
  readonly stops: Date;
  /** When hands take it up again. */
  readonly goesOn: Date;
  readonly end: Date;
}

const MINUTE = 60_000;
/** No print is left standing for longer, ms. */
const LONGEST = 3 * 86_400_000;

/** The part up to a pause: somebody stands by when it stops, and sees to the heat. */
function before(question: StartQuestion, pause: number): StartQuestion {
  const needed = question.needed.slice(0, pause + 1);
  return { ...question, needed, total: needed[pause].at, doneBy: null };
}

/** The part from a pause on, whose start is when hands take it up. */
function after(question: StartQuestion, pause: number, stops: Date): StartQuestion {
  const { at: begun, hands } = question.needed[pause];
  const rest = question.needed.slice(pause + 1).map((one) => ({ ...one, at: one.at - begun }));
  return {
    ...question,
    needed: [{ at: 0, spread: 0, hands }, ...rest],
    total: question.total - begun,
    from: stops,
    until: new Date(stops.getTime() + LONGEST),
  };
}

/** The print in two goes from a given start with the shortest pause; null where none will do. */
export function twoRunsFrom(question: StartQuestion, start: Date): TwoRuns | null {
  if (question.needed.length > MOST_LOOKED_AT) return null;
  let best: TwoRuns | null = null;
  question.needed.forEach(({ at }, pause) => {
    if (collisionsOf(before(question, pause), start).length > 0) return;
    const stops = new Date(start.getTime() + at * 1000);
    const second = after(question, pause, stops);
    const goesOn = goodStarts(second).at(0)?.from;
    if (!goesOn) return;
    const end = new Date(goesOn.getTime() + second.total * 1000);
    if (best && +best.goesOn - +best.stops <= +goesOn - +stops) return;
    best = { start, pause, stops, goesOn, end };
  });
  return best;
}

/** The print in two goes with the shortest pause of all; null where none will do. */
export function twoRuns(question: StartQuestion): TwoRuns | null {
  if (question.needed.length > MOST_LOOKED_AT) return null;
  const starts = question.needed.flatMap((_, pause) =>
    goodStarts(before(question, pause)).map(latestOf),
  );
  return starts
    .flatMap((start) => twoRunsFrom(question, start) ?? [])
    .reduce<TwoRuns | null>(
      (best, one) => (best && +best.goesOn - +best.stops <= +one.goesOn - +one.stops ? best : one),
      null,
    );
}

/** Whether one of the two goes prints while somebody sleeps. */
export function runsAtNight(
  presence: Presence,
  { start, stops, goesOn, end }: Omit<TwoRuns, 'pause'>,
): boolean {
  return [
    [start, stops],
    [goesOn, end],
  ].some(([from, to]) => absentSpans(presence, from, to).some(({ why }) => why === 'night'));
}

/** The latest whole minute of a stretch: the later it stops, the shorter it stands. */
function latestOf({ from, to }: GoodSpan): Date {
  return new Date(Math.max(from.getTime(), Math.floor((to.getTime() - 1) / MINUTE) * MINUTE));
}
