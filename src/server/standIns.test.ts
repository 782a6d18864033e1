import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { runPlan } from '../../tests/support/runPlans';
import { stepsOf } from '@/core/run/checklist';
import { practiceFile, PRACTICE_STOP } from '@/core/run/practice';
import { standInOf, startStandIn, type RunningStandIn, type StandInNews } from './standIns';

const PLAN = runPlan([1200, 600, 600]);
/** What somebody needs who reads each step for the first time, s. */
const BEGINNER = 25;

/** A rehearsal of the plan, as the page starts it. */
function rehearse(motorsLetGo: number | null = 120): RunningStandIn {
  const profile = { obeys: [PRACTICE_STOP], nozzleCools: 600, motorsLetGo };
  const bytes = new TextEncoder().encode(practiceFile(PLAN));
  const made = startStandIn(bytes, profile, { printing: 40, waiting: 0.25 });
  if (!made) throw new Error('There are too many.');
  return made;
}

beforeEach(() => vi.useFakeTimers());
afterEach(() => {
  vi.runAllTimers();
  vi.useRealTimers();
});

describe('a rehearsal', () => {
  it('goes through at a beginner’s pace without cold nozzle, free motors or lost place', () => {
    const printer = rehearse();
    let news: StandInNews | null = null;
    const stop = printer.listen({ hear: (one) => (news = one), end: () => {} });
    const state = (): StandInNews => news!;
    PLAN.swaps.forEach((_, swap) => {
      while (state().phase === 'printing') vi.advanceTimersByTime(1000);
      expect(state().phase).toBe('waiting');
      const steps = stepsOf(PLAN, { swap, loaded: swap, target: swap + 1 });
      vi.advanceTimersByTime(steps.length * BEGINNER * 1000);
      expect(state()).toMatchObject({ motorsHeld: true, isPlaceLost: false });
      expect(state().nozzleTarget).toBeGreaterThan(180);
      expect(state().seconds - state().waitsSince!).toBeLessThan(600);
      let isOn = false;
      printer.act('resume', (one) => (isOn = one.resume()));
      expect(isOn).toBe(true);
    });
    while (state().phase === 'printing') vi.advanceTimersByTime(1000);
    expect(state().phase).toBe('done');
    stop();
    printer.end();
  });

  it('stands still while somebody looks into the guide, and ends when they do not come back', () => {
    const printer = rehearse();
    const stop = printer.listen({ hear: () => {}, end: () => {} });
    vi.advanceTimersByTime(5000);
    stop();
    const { seconds } = printer.news;
    expect(seconds).toBeGreaterThan(100);
    vi.advanceTimersByTime(20 * 60_000);
    expect(printer.news.seconds).toBe(seconds);
    expect(standInOf(printer.id)).toBe(printer);
    vi.advanceTimersByTime(15 * 60_000);
    expect(standInOf(printer.id)).toBeNull();
  });

  it('gives way to another one when nobody looks at it any more', () => {
    const all = Array.from({ length: 4 }, () => rehearse());
    expect(() => rehearse()).toThrow();
    all[2].listen({ hear: () => {}, end: () => {} })();
    const next = rehearse();
    expect([standInOf(all[2].id), standInOf(next.id)]).toEqual([null, next]);
    for (const one of [...all, next]) one.end();
  });
});
