import { describe, expect, it } from 'vitest';
import { formatBytes, formatDuration, formatGrams, plural } from './format';

describe('format', () => {
  it.each([
    [0, '0 s'],
    [59.4, '59 s'],
    [61, '1 min'],
    [3569, '59 min'],
    [3599, '1 h'],
    [5000, '1 h 23 min'],
  ])('says %d s as %s', (seconds, text) => expect(formatDuration(seconds)).toBe(text));

  it('says sizes, weights and counts', () => {
    expect(formatBytes(526_450)).toBe('526 kB');
    expect(formatBytes(98_200_000)).toBe('98.2 MB');
    expect(formatGrams(0.62)).toBe('0.6 g');
    expect(formatGrams(12.7)).toBe('13 g');
    expect([plural(1, 'swap'), plural(2, 'swap')]).toEqual(['1 swap', '2 swaps']);
  });
});
