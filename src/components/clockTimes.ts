'use client';

import { addSeconds, format, isSameDay, parseISO } from 'date-fns';
import { useSyncExternalStore } from 'react';
import type { JobPlan } from '@/core/plan/jobPlan';

/** How a start is kept in a plan and in the field: local time without seconds. */
export const LOCAL_TIME = "yyyy-MM-dd'T'HH:mm";

const MINUTE = 60_000;

function subscribe(onMinute: () => void): () => void {
  const timer = setInterval(onMinute, 5000);
  return () => clearInterval(timer);
}

const thisMinute = (): number => Math.floor(Date.now() / MINUTE) * MINUTE;

/** When the plan's print begins: as chosen, or now, by the minute. */
export function useStart({ startAt }: Pick<JobPlan, 'startAt'>): Date {
  const now = useSyncExternalStore(subscribe, thisMinute, () => 0);
  return startAt === null ? new Date(now) : parseISO(startAt);
}

/** `18:42`, and on another day than the start `Fri 06:10`. */
export function clockAt(start: Date, seconds: number): string {
  const time = addSeconds(start, seconds);
  return format(time, isSameDay(start, time) ? 'HH:mm' : 'EEE HH:mm');
}
