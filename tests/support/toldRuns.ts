import type { RunEvent } from '../../src/core/run/following/events';
import { follow } from '../../src/core/run/following/follow';
import type { RunPlan } from '../../src/core/run/runPlan';
import type { RunState } from '../../src/core/run/following/runState';

/** When made-up runs begin, ms since 1970. */
export const START = Date.UTC(2026, 3, 5, 16);

/** What is told, before it has its place in time. */
export type Told = RunEvent extends infer E
  ? E extends RunEvent
    ? Omit<E, 'id' | 'at'>
    : never
  : never;
type TimedTold = readonly [seconds: number, told: Told];

/** Events at so many seconds from the start; the ids are `e0`, `e1` and so on. */
export function told(...all: readonly TimedTold[]): RunEvent[] {
  return all.map(
    ([at, event], i) => ({ ...event, id: `e${i}`, at: START + at * 1000 }) as RunEvent,
  );
}

export const BEGUN: TimedTold = [0, { kind: 'started' }];

/** A moment as whole minutes from the start. */
export const minutes = (ms: number): number => Math.round((ms - START) / 60_000);

/** How a run stands that has begun, so many seconds from its start. */
export function stateOf(plan: RunPlan, seconds: number, ...all: readonly TimedTold[]): RunState {
  return follow(plan, told(BEGUN, ...all), START + seconds * 1000);
}
