'use client';

import { addSeconds, isSameDay, parseISO } from 'date-fns';
import { useSyncExternalStore } from 'react';
import type { JobPlan } from '@/core/plan/jobPlan';
import { clockTime } from '@/core/schedule/clock';
import { clockForm } from './clockForm';

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

// The words of the page are English, and so are the days among them.
const weekday = new Intl.DateTimeFormat('en', { weekday: 'short' });

/** `18:42` or `6:42 PM`, and on another day than the start with the day before it. */
export function clockAt(start: Date, seconds: number): string {
  const at = addSeconds(start, seconds);
  const time = clockTime(at, clockForm());
  return isSameDay(start, at) ? time : `${weekday.format(at)} ${time}`;
}
