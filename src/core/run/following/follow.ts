import type { RunEvent } from './events';
import { Follower, type Told } from './follower';
import type { RunPlan } from '../runPlan';
import type { RunState, SeenRun } from './runState';

/** A run whose events are taken in: where it stands at any moment, and what was seen of it. */
export type Followed = Pick<Follower, 'stateAt' | 'seen'>;

/** Follows a run from its events, which may come in any order a hasty thumb makes. */
export function follow(plan: RunPlan, events: readonly RunEvent[], now: number): RunState {
  return followed(plan, events).stateAt(now);
}

/** What was seen of a run, from its events. */
export function seenIn(plan: RunPlan, events: readonly RunEvent[]): SeenRun {
  return followed(plan, events).seen;
}

/** Takes the events of a run in once, for whoever asks at many moments. */
export function followed(plan: RunPlan, events: readonly RunEvent[]): Followed {
  const run = new Follower(plan);
  for (const event of inOrder(events)) run.take(event);
  return run;
}

/** A run that begins at a moment and goes as planned. */
export function asPlanned(plan: RunPlan, start: number): RunState {
  return follow(plan, [{ kind: 'started', id: 'plan', at: start }], start);
}

/**
 * What counts of a run's events: without those that were taken back, and each jump of the clock behind the event
 * that it came after; of several answers to one jump the last.
 */
function inOrder(events: readonly RunEvent[]): Told[] {
  const undone = new Set(events.flatMap((one) => (one.kind === 'undone' ? [one.event] : [])));
  const jumps = new Map<string | null, Told>();
  for (const event of events) {
    if (event.kind === 'clock' && !undone.has(event.id)) jumps.set(event.behind, event);
  }
  const told: Told[] = [];
  const jumpBehind = (id: string | null): void => {
    const jump = jumps.get(id);
    if (jump) told.push(jump);
  };
  jumpBehind(null);
  for (const event of events) {
    if (event.kind !== 'undone' && event.kind !== 'clock' && !undone.has(event.id))
      told.push(event);
    jumpBehind(event.id);
  }
  return told;
}
