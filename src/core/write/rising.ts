import { HAIR } from '../tolerances';
import type { SlicedFile } from '../read/slicedFile';
import { firstIndex } from '../search';

/**
 * Whether an output prints nothing lower than what it has printed before.
 * @param stretches of the input, in the order in which it copies them.
 */
export function onlyRises(
  { sections }: Pick<SlicedFile, 'sections'>,
  stretches: readonly { readonly offset: number; readonly end: number }[],
): boolean {
  let top = 0;
  return stretches.every(({ offset, end }) => {
    const first = firstIndex(sections.length, (i) => sections[i].restartOffset >= offset);
    for (let i = first; i < sections.length && sections[i].restartOffset < end; i++) {
      if (sections[i].z < top - HAIR) return false;
      top = Math.max(top, sections[i].z);
    }
    return true;
  });
}

/** Whether sections are printed in the order of their only file, which so knows its own travels. */
export function keepsOrder(
  { sources }: Pick<SlicedFile, 'sources'>,
  printed: readonly number[],
): boolean {
  return sources.length === 1 && printed.every((section, i) => i === 0 || section > printed[i - 1]);
}
