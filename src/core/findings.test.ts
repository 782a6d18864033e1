import { describe, expect, it } from 'vitest';
import { gatherFindings, FindingList, refuse, success } from './findings';
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
      message: 'The same on 980 more lines.',
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

describe('findings of one kind', () => {
  it('are together, where the first of them was met, and by how bad they are', () => {
    const at = (
      code: 'bad-number' | 'existing-stop',
      line: number,
      severity = 'note' as const,
    ) => ({
      code,
      severity,
      line,
      message: `${code} ${line}`,
    });
    const found = [at('existing-stop', 3), at('bad-number', 4), at('existing-stop', 9)];
    const worse = { ...at('bad-number', 12), severity: 'warning' as const };
    const lines = gatherFindings([...found, worse]).map((all) => all.map(({ line }) => line));
    expect(lines).toEqual([[3, 9], [4], [12]]);
    expect(gatherFindings([])).toEqual([]);
  });
});
