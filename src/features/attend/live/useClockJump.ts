'use client';

import { useEffect, useRef } from 'react';
import type { RunEvent } from '@/core/run/following/events';
import type { Told } from '@/store/prints/runs';

/** A jump on may be a device that has slept: only hours are asked about. A jump back is a clock that was set. ms. */
const LEAST_ON = 3_600_000;
const LEAST_BACK = 120_000;
/** Two pages of one device notice the same jump at about the same time, ms. */
const SAME = 60_000;

type ClockEvent = Extract<RunEvent, { kind: 'clock' }>;

/** The last jump of the clock that nobody has said anything about; null for none. */
export function openJump(events: readonly RunEvent[]): ClockEvent | null {
  const jumps = events.filter((one): one is ClockEvent => one.kind === 'clock');
  const last = jumps.at(-1);
  return last?.how === 'unsure' ? last : null;
}

/** What is to be told of a jump behind the events of a run; null when another page has told it. */
export function jumpToTell(
  events: readonly RunEvent[],
  by: number,
  now: number,
): Extract<Told, { kind: 'clock' }> | null {
  const last = events.at(-1);
  if (last?.kind !== 'clock') return { kind: 'clock', how: 'unsure', by, behind: last?.id ?? null };
  if (Math.abs(last.at - now) < SAME && Math.abs(last.by - by) < SAME) return null;
  // Nobody has said why it jumped before: what counts is where it ended.
  return last.how === 'unsure'
    ? { ...last, by: last.by + by }
    : { kind: 'clock', how: 'unsure', by, behind: last.id };
}

/** Watches the clock of the device against one that nobody can set, and tells of a jump, as nobody has said why. */
export function useClockJump(
  events: readonly RunEvent[],
  now: number,
  onTell: ((told: Told) => void) | null,
): void {
  const apart = useRef<number | null>(null);
  useEffect(() => {
    const here = Date.now();
    const before = apart.current;
    apart.current = here - performance.now();
    if (before === null || onTell === null) return;
    const by = apart.current - before;
    if (by < LEAST_ON && by > -LEAST_BACK) return;
    const told = jumpToTell(events, by, here);
    if (told) onTell(told);
  }, [now, events, onTell]);
}
