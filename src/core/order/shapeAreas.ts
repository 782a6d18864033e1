import type { PartAreas } from '../read/sectionAreas';
import type { SectionShapes } from './sectionShapes';

/**
 * Measures parts by the shapes of their sections, which are in file order: see `sectionAreas`.
 * @param keys the part of each section.
 */
export function areasOfShapes(
  { shapes, cellMm }: Pick<SectionShapes, 'shapes' | 'cellMm'>,
  keys: readonly string[],
): PartAreas {
  const cellMm2 = cellMm * cellMm;
  const covered = new Map<string, Int32Array>();
  const exposedMm2 = new Map<string, number>();
  // From the last one on, a cell belongs to the first that covers it.
  const seen = new Int32Array(shapes.at(0)?.covers.length ?? 0);
  for (let i = shapes.length - 1; i >= 0; i--) {
    const { covers } = shapes[i];
    const key = keys[i];
    let all = covered.get(key);
    if (!all) covered.set(key, (all = new Int32Array(seen.length)));
    let cells = 0;
    for (let word = 0; word < covers.length; word++) {
      const set = covers[word];
      if (set === 0) continue;
      all[word] |= set;
      const fresh = set & ~seen[word];
      if (fresh === 0) continue;
      cells += bitsIn(fresh);
      seen[word] |= set;
    }
    exposedMm2.set(key, (exposedMm2.get(key) ?? 0) + cells * cellMm2);
  }
  const footprintMm2 = new Map(
    [...covered].map(([key, bits]) => [
      key,
      bits.reduce((sum, word) => sum + bitsIn(word), 0) * cellMm2,
    ]),
  );
  return { footprintMm2, exposedMm2 };
}

/** How many bits of a word are set. */
function bitsIn(word: number): number {
  let count = 0;
  for (let left = word; left !== 0; left &= left - 1) count++;
  return count;
}
