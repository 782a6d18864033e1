import { appendFileSync } from 'node:fs';
import { afterAll, expect } from 'vitest';

/** Wakes the mutants that the run is for, and notes which of them this file of tests comes by. */
const reached = new Set<number>();
const woken = (process.env.LAMELLA_MUTANT ?? '').split(',').map(Number);
Object.assign(globalThis, {
  lamellaMutant: (id: number) => {
    reached.add(id);
    return woken.includes(id);
  },
});

afterAll(() => {
  const { LAMELLA_REACHED } = process.env;
  if (LAMELLA_REACHED === undefined) return;
  const file = expect.getState().testPath ?? '';
  appendFileSync(LAMELLA_REACHED, `${JSON.stringify({ file, reached: [...reached] })}\n`);
});
