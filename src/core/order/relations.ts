import { HAIR } from '../tolerances';
import type { SlicedFile } from '../read/slicedFile';
import type { Standing } from './precedence';

/** How a file lies to another one that is printed with it. */
export interface Relation {
  /** Places among the reading's files. */
  readonly file: number;
  readonly to: number;
  readonly kind: 'on' | 'in-pocket' | 'beside';
}

/** How each file lies to those before it: on one of them, in the pocket of one, or beside all. */
export function relationsOf(
  { sections, sources }: Pick<SlicedFile, 'sections' | 'sources'>,
  { liesOn }: Pick<Standing, 'liesOn'>,
): Relation[] {
  const tops = sources.map(({ firstSection, endSection }) =>
    sections.slice(firstSection, endSection).reduce((top, { z }) => Math.max(top, z), 0),
  );
  return sources.flatMap(({ firstSection, endSection }, file): Relation[] => {
    const below = new Set<number>();
    for (let i = firstSection; i < endSection; i++) {
      for (const under of liesOn[i]) below.add(sections[under].source);
    }
    below.delete(file);
    const { z, thickness } = sections[firstSection];
    if (below.size === 0) return file === 0 ? [] : [{ file, to: 0, kind: 'beside' }];
    return [...below].map((to) => {
      return { file, to, kind: z - thickness < tops[to] - HAIR ? 'in-pocket' : 'on' };
    });
  });
}
