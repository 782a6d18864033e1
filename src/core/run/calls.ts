import { waitTimers } from './checklist';
import type { RunPlan } from './runPlan';
import type { ExpectedSwap, RunState } from './following/runState';

/** One call to the person at the printer. */
export interface Call {
  /** The same for the same call, however often it is asked for. */
  readonly id: string;
  /** When it comes, ms since 1970. */
  readonly at: number;
  /** Tones: the more, the more urgent. */
  readonly tones: 2 | 3 | 4;
  /** What it is about, without the time. */
  readonly title: string;
  /** When that is due, ms since 1970; missing where it is so by then. */
  readonly due?: number;
}

const MINUTE = 60_000;
/** How long before a swap somebody is called, min; when it is due, and again while nobody says anything. */
const BEFORE = [10, 2];
const AGAIN = [0, 1, 2, 3, 4, 5];

/** All calls of a run as it stands, the earliest first: to the next swap, while the printer waits, and to the end. */
export function callsOf(plan: RunPlan, state: RunState): Call[] {
  const { phase, upcoming, end, since, band, swap } = state;
  const calls: Call[] = [];
  if (phase === 'printing') {
    if (upcoming.length > 0) calls.push(...callsTo(plan, upcoming[0]));
    else if (end) {
      calls.push({ id: `end-${since}`, at: end.at, tones: 3, title: 'The print should be done' });
    }
  } else if (since !== null && (phase === 'at-swap' || phase === 'paused')) {
    for (const { id, text, at, isAlarm } of waitTimers(plan, since, swap)) {
      if (isAlarm) calls.push({ id: `${id}-${since}`, at, tones: 4, title: text });
    }
    const { stand } = plan;
    if (stand !== null && swap === stand.swap && !state.isLate) {
      const { letter, name } = plan.bands[band + 1].filament;
      calls.push({
        id: `stand-${since}`,
        at: stand.until,
        tones: 3,
        title: `Time to resume: load ${letter} ${name}`,
      });
    }
  }
  return calls.sort((a, b) => a.at - b.at);
}

function callsTo({ bands }: RunPlan, { swap, at }: ExpectedSwap): Call[] {
  const { letter, name } = bands[swap + 1].filament;
  const title = `Swap ${swap + 1}: ${letter} ${name}`;
  return [...BEFORE.map((minutes) => -minutes), ...AGAIN].map((minutes): Call => ({
    id: `swap-${swap} ${minutes}`,
    at: at + minutes * MINUTE,
    tones: minutes < 0 ? 2 : 4,
    title,
    due: at,
  }));
}
