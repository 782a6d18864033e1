import { HAIR } from '../tolerances';
import { headComesTo, headHeight, nozzleRadius, type NozzleShape } from '../printer/nozzleShape';
import { HALF_LINE } from './nearPath';
import type { Neighbours } from './neighbours';
import { apart, Besides } from './besides';
import { supports } from './supports';
import type { Precedence } from './colourByColour';
import type { Box, SectionShape, SectionShapes } from './sectionShapes';

/** What lies on what, and what stands beside what: enough to judge any order for any dip, for any filaments. */
export interface Standing {
  /** Sections that each one lies on, as places in the list of sections. */
  readonly liesOn: Precedence;
  /**
   * None for two sections of which one has to come first anyway: it is what the other lies on, or the other lies on
   * something that must not come before it either.
   */
  readonly neighbours: readonly Neighbours[];
}

/** Told how many sections have been looked at; comes to false to give up. */
export type OnSection = (done: number, of: number) => boolean | Promise<boolean>;

/**
 * Looks at which sections lie on others, and which stand beside others, within the nozzle's reach when they
 * are higher.
 * @param heights of the tops of the sections, mm.
 * @param keepsOrder tells which two are never printed in another order than the file's, so that how near they
 *   stand is not asked.
 * @returns null when it was given up.
 */
export async function standingOf(
  { shapes, ...grid }: SectionShapes,
  heights: readonly number[],
  nozzle: NozzleShape,
  onSection: OnSection = () => true,
  keepsOrder: (low: number, high: number) => boolean = () => false,
): Promise<Standing | null> {
  const liesOn = supports(shapes, heights, grid);
  const neighbours: Neighbours[] = [];
  const rising = new HigherOnes(shapes, heights, liesOn, nozzle);
  const besides = new Besides(shapes, heights, grid, nozzle);
  for (let low = 0; low < shapes.length; low++) {
    if (!(await onSection(low, shapes.length))) return null;
    if (isEmpty(shapes[low].box)) continue;
    const { beside, atHead } = rising.of(low, keepsOrder);
    neighbours.push(...atHead, ...besides.of(low, beside));
  }
  return { liesOn, neighbours };
}

/** Finds, for one section after the other, the higher ones that are not known to come later anyway. */
class HigherOnes {
  private readonly byHeight: readonly number[];
  private readonly rank: Int32Array;
  /** Which section each one was found to lie on, or to come after, last. */
  private readonly on: Int32Array;
  private readonly after: Int32Array;
  /** Farther away the cone comes to nothing, mm. */
  private readonly widest: number;

  constructor(
    private readonly shapes: readonly SectionShape[],
    private readonly heights: readonly number[],
    private readonly liesOn: Precedence,
    private readonly nozzle: NozzleShape,
  ) {
    this.widest = nozzleRadius(nozzle, headHeight(nozzle)) + HALF_LINE;
    this.byHeight = shapes.map((_, i) => i).toSorted((a, b) => heights[a] - heights[b] || a - b);
    this.rank = new Int32Array(shapes.length);
    this.byHeight.forEach((section, i) => (this.rank[section] = i));
    this.on = new Int32Array(shapes.length).fill(-1);
    this.after = new Int32Array(shapes.length).fill(-1);
  }

  /** Those that the cone may come to, and those that stand against the head. */
  of(
    low: number,
    keepsOrder: (low: number, high: number) => boolean,
  ): { readonly beside: number[]; readonly atHead: Neighbours[] } {
    const { shapes, heights, liesOn, byHeight, on, after } = this;
    const heightMm = headHeight(this.nozzle);
    const beside: number[] = [];
    const atHead: Neighbours[] = [];
    for (let i = this.rank[low] + 1; i < byHeight.length; i++) {
      const high = byHeight[i];
      const rise = heights[high] - heights[low];
      if (rise <= HAIR) continue;
      const below = liesOn[high];
      let isOn = false;
      let isAfter = false;
      for (const one of below) {
        isOn ||= one === low || on[one] === low;
        isAfter ||= after[one] === low;
      }
      if (isOn) on[high] = low;
      else if (keepsOrder(low, high)) continue;
      else if (rise <= heightMm + HAIR) beside.push(high);
      else if (isAfter) after[high] = low;
      else {
        if (!headComesTo(this.nozzle, shapes[low].box, shapes[high].box, rise)) {
          if (apart(shapes[low].box, shapes[high].box) <= this.widest) beside.push(high);
          continue;
        }
        after[high] = low;
        const { minX: x, minY: y } = shapes[high].box;
        const at = { x, y };
        atHead.push({ low, high, rise, distance: 0, touchMm: 0, depthMm: 0, at });
      }
    }
    return { beside, atHead };
  }
}

/**
 * What has to be printed before each section when nothing within the nozzle's reach may stand more than
 * `dipMm` above it: what it lies on, what is too low beside it, and what would be printed through it.
 */
export function precedenceFor({ liesOn, neighbours }: Standing, dipMm: number): number[][] {
  const before = liesOn.map((below) => new Set(below));
  for (const { low, high, rise, distance } of neighbours) {
    if (rise > dipMm + HAIR || distance === 0) before[high].add(low);
  }
  return before.map((one) => [...one]);
}

function isEmpty({ minX, maxX }: Box): boolean {
  return maxX < minX;
}
