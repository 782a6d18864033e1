import { describe, expect, it } from 'vitest';
import { fuzz, fuzzOne } from '../../../tests/support/fuzz';

describe('mutated and random files', () => {
  it('never throw, never hang, and are never proven when they differ by more than blocks', async () => {
    const result = await fuzz(400, 2);
    expect(result.failures).toEqual([]);
    expect(result.read).toBeGreaterThan(200);
    expect(result.written).toBeGreaterThan(100);
    expect(result.caught).toBeGreaterThan(0.5 * result.damaged);
  });

  // An exponent beyond all numbers once made times that were no numbers.
  it.each([1010397])('stay right for seed %d, which failed once', async (seed) => {
    expect((await fuzzOne(seed)).failures).toEqual([]);
  });
});
