import { appendFileSync } from 'node:fs';
import { afterAll, expect } from 'vitest';

/** Wakes the one mutant that the run is for, and notes which of them this file of tests comes by. */
const reached = new Set<number>();
const woken = Number(process.env.LAMELLA_MUTANT);
Object.assign(globalThis, {
  lamellaMutant: (id: number) => {
    reached.add(id);
    return id === woken;
  },
});

afterAll(() => {
  const { LAMELLA_REACHED } = process.env;
  if (LAMELLA_REACHED === undefined) return;
  const file = expect.getState().testPath ?? '';
  appendFileSync(LAMELLA_REACHED, `${JSON.stringify({ file, reached: [...reached] })}\n`);
});
