import { HAIR } from '../tolerances';
import type { Grid } from './nearPath';
import type { SectionShape } from './sectionShapes';

/** A word of cells that do not all have one section on top. */
const MIXED = -2;
const NOTHING = -1;

/**
 * For each section the topmost ones below the middles of its lines.
 * @param heights of the tops of the sections, mm.
 */
export function supports(
  shapes: readonly SectionShape[],
  heights: readonly number[],
  { wordsPerRow, rows }: Grid,
): number[][] {
  const top = new TopSections(wordsPerRow * rows);
  const byHeight = shapes.map((_, i) => i).toSorted((a, b) => heights[a] - heights[b] || a - b);
  const liesOn: number[][] = shapes.map(() => []);
  let waiting: number[] = [];
  for (const i of byHeight) {
    // Sections of one height do not lie on each other.
    if (waiting.length > 0 && heights[i] > heights[waiting[0]] + HAIR) {
      for (const one of waiting) top.lay(shapes[one].covers, one);
      waiting = [];
    }
    liesOn[i] = top.under(shapes[i].rests);
    waiting.push(i);
  }
  return liesOn;
}

/** The section that lies on top of each cell; most words of cells have one for all that are covered. */
class TopSections {
  private readonly sections: Int32Array;
  private readonly covered: Int32Array;
  /** Cell by cell, of words that are mixed. */
  private readonly cells: Int32Array;

  constructor(count: number) {
    this.sections = new Int32Array(count).fill(NOTHING);
    this.covered = new Int32Array(count);
    this.cells = new Int32Array(count * 32);
  }

  lay(bits: Int32Array, section: number): void {
    const { sections, covered, cells } = this;
    for (let word = 0; word < bits.length; word++) {
      const set = bits[word];
      if (set === 0) continue;
      const before = sections[word];
      const old = covered[word];
      covered[word] = old | set;
      if ((old & ~set) === 0) {
        sections[word] = section;
        continue;
      }
      if (before !== MIXED) setCells(cells, word, old, before);
      sections[word] = MIXED;
      setCells(cells, word, set, section);
    }
  }

  /** The sections below the set cells, each once. */
  under(bits: Int32Array): number[] {
    const { sections, covered, cells } = this;
    const found = new Set<number>();
    let latest = NOTHING;
    for (let word = 0; word < bits.length; word++) {
      const set = bits[word] & covered[word];
      if (set === 0) continue;
      const one = sections[word];
      if (one !== MIXED) {
        if (one !== latest) found.add(one);
        latest = one;
        continue;
      }
      for (let left = set; left !== 0; left &= left - 1) {
        const below = cells[word * 32 + 31 - Math.clz32(left & -left)];
        if (below !== latest) found.add(below);
        latest = below;
      }
    }
    return [...found];
  }
}

function setCells(cells: Int32Array, word: number, bits: number, section: number): void {
  for (let left = bits; left !== 0; left &= left - 1) {
    cells[word * 32 + 31 - Math.clz32(left & -left)] = section;
  }
}
