import { describe, expect, it } from 'vitest';
import type { Excerpt } from '@/core/write/excerpts';
import { groupsOf, nameOf } from './blockGroups';

function excerpt(kind: NonNullable<Excerpt['title']>['kind'] | null, line: number): Excerpt {
  const title = kind && { kind, index: 1, count: 2, layer: 10, inside: false };
  return { title, commands: [], line, before: [], after: [] } as unknown as Excerpt;
}

describe('the places of an output', () => {
  it('stand together by kind, in the order in which the kinds come', () => {
    const all = [
      excerpt('load', 1),
      excerpt('warning', 20),
      excerpt('swap', 40),
      excerpt(null, 50),
      excerpt('warning', 60),
      excerpt('swap', 80),
      excerpt(null, 90),
    ];
    const groups = groupsOf(all);
    expect(groups.map(({ kind, excerpts }) => [kind, excerpts.map(({ line }) => line)])).toEqual([
      ['load', [1]],
      ['warning', [20, 60]],
      ['swap', [40, 80]],
      ['removed', [50, 90]],
    ]);
    // None is lost and none is there twice.
    expect(groups.flatMap(({ excerpts }) => excerpts).toSorted((a, b) => a.line - b.line)).toEqual(
      all,
    );
  });

  it('are named by what they are and where', () => {
    expect(nameOf(excerpt('swap', 40))).toBe('Swap 1 of 2, before layer 10');
    expect(nameOf(excerpt(null, 50))).toBe('Removed line 50');
    expect(groupsOf([])).toEqual([]);
  });
});
