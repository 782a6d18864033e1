// How long it takes to work out where a run stands: ten hours with sixty events.
import { follow } from '../../src/core/run/following/follow';
import type { RunEvent } from '../../src/core/run/following/events';
import { runPlan } from '../../tests/support/runPlans';
import { secondsOf } from '../turns';

const BANDS = 31;
const ROUNDS = 200;

/** Seconds of one look at the run, the mean of many. */
export async function followSeconds(): Promise<number> {
  const band = 36_000 / BANDS;
  const plan = runPlan(Array.from({ length: BANDS }, () => band));
  const events: RunEvent[] = [{ kind: 'started', id: 'begin', at: 0 }];
  for (let swap = 0; swap < BANDS - 1; swap++) {
    const at = (swap + 1) * band * 1000;
    events.push({ kind: 'stopped', how: 'planned', id: `stop ${swap}`, at });
    events.push({ kind: 'resumed', id: `on ${swap}`, at: at + 120_000 });
  }
  const all = await secondsOf(() => {
    for (let i = 0; i < ROUNDS; i++) follow(plan, events, 36_000_000 + i);
  });
  return all / ROUNDS;
}
