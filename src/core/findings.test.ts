import { describe, expect, it } from 'vitest';
import { FindingList, refuse, success } from './findings';
import { firstIndex } from './search';

describe('FindingList', () => {
  it('keeps a few of each kind with their lines, and counts the rest', () => {
    const list = new FindingList();
    for (let line = 1; line <= 1000; line++) list.add('bad-number', 'warning', line, 'Odd.');
    list.add('continuous', 'note', null, 'A spiral.');
    const all = list.toArray();
    expect(all).toHaveLength(22);
    expect(all[0].line).toBe(1);
    expect(all.at(-1)).toEqual({
      code: 'bad-number',
      severity: 'warning',
      line: null,
      message: 'The same was found on 980 more lines.',
    });
  });
});

describe('results', () => {
  it('carry a value or a refusal, with a line where there is one', () => {
    expect(success(3)).toEqual({ ok: true, value: 3 });
    expect(refuse('trouble', 'No.')).toEqual({
      ok: false,
      refusal: { code: 'trouble', message: 'No.' },
    });
    expect(refuse('trouble', 'No.', 4)).toMatchObject({ refusal: { line: 4 } });
  });
});

describe('firstIndex', () => {
  it.each([
    [0, 0],
    [3, 2],
    [4, 4],
    [99, 7],
  ])('finds where numbers reach %d', (wanted, index) => {
    const numbers = [0, 1, 3, 3, 4, 7, 8];
    expect(firstIndex(numbers.length, (i) => numbers[i] >= wanted)).toBe(index);
  });
});
