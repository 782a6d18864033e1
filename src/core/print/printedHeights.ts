import type { Print } from '../print/print';
import type { LevelBox } from '../geometry/footprint';
import { NearCells } from '../geometry/nearCells';

/** Of what is printed, where it lies and how high. */
export type PrintedGround = Pick<
  Print,
  'layers' | 'footprint' | 'skirtCells' | 'priming' | 'hasUndrawn'
>;

interface Point {
  readonly x: number;
  readonly y: number;
}

/**
 * A cell counts as printed when its middle is, so a line may reach this much beyond the middles of
 * its cells, in cells.
 */
const ROUND_THE_MIDDLE = 1.5;

/**
 * How high the print stands, and where it ever will. Every cell that a path sweeps is looked at:
 * nothing is sampled, so that nothing is missed, however thin it is.
 */
export class PrintedHeights {
  private readonly cells: NearCells;

  constructor(private readonly inputs: PrintedGround) {
    this.cells = new NearCells(inputs.footprint);
  }

  /**
   * Height of the tallest thing printed before `layer` within `radius` of the path from `a` to `b`,
   * machine mm; 0 where nothing stands.
   */
  along(a: Point, b: Point, radius: number, layer: number): number {
    const { layers, footprint, skirtCells, priming } = this.inputs;
    const { top, low } = footprint;
    let height = 0;
    this.forEachCell(a, b, radius, (cell) => {
      const from = low[cell];
      if (from === 0 || from >= layer) return;
      const last = Math.min(top[cell], layer - 1);
      height = Math.max(height, layers[from - 1].highest, layers[last - 1].highest);
    });
    if (layer > 1 && skirtCells.length > 0 && layers[0].highest > height) {
      const skirt = this.skirt();
      this.forEachCell(a, b, radius, (cell) => {
        if (skirt.has(cell)) height = Math.max(height, layers[0].highest);
      });
    }
    for (const { box, z } of priming) {
      if (z > height && distanceToBox(a, b, box) <= radius) height = z;
    }
    return height;
  }

  /**
   * Whether anything is ever printed within `radius` of a point, before or after.
   * @param above what is no higher does not count, mm.
   */
  everNear(at: Point, radius: number, above = 0): boolean {
    const { layers, footprint, skirtCells, priming } = this.inputs;
    let found = priming.some(({ box, z }) => z > above && distanceToBox(at, at, box) <= radius);
    const hasSkirt = skirtCells.length > 0 && layers[0].highest > above;
    const skirt = hasSkirt ? this.skirt() : null;
    this.forEachCell(at, at, radius, (cell) => {
      const top = footprint.top[cell];
      if ((top !== 0 && layers[top - 1].highest > above) || skirt?.has(cell)) found = true;
    });
    return found;
  }

  /** Whether anything higher than `above` mm is ever printed in a box. */
  everIn(box: LevelBox, above = 0): boolean {
    return this.highestIn(box, Infinity) > above;
  }

  /** Height of the tallest thing in a box that is printed before `layer`, mm; 0 where nothing stands. */
  highestIn(box: LevelBox, layer: number): number {
    const { layers, footprint, skirtCells, priming } = this.inputs;
    const { originX, originY, cellMm, columns, rows, top, low } = footprint;
    const meets = (other: LevelBox): boolean =>
      other.minX <= box.maxX &&
      other.maxX >= box.minX &&
      other.minY <= box.maxY &&
      other.maxY >= box.minY;
    let height = 0;
    for (const { box: primed, z } of priming) if (z > height && meets(primed)) height = z;
    const skirt = layer > 1 && skirtCells.length > 0 ? this.skirt() : null;
    const at = (place: number, origin: number): number => (place - origin) / cellMm - 0.5;
    const first = (place: number, origin: number): number =>
      Math.max(0, Math.ceil(at(place, origin) - ROUND_THE_MIDDLE));
    const last = (place: number, origin: number, count: number): number =>
      Math.min(count - 1, Math.floor(at(place, origin) + ROUND_THE_MIDDLE));
    const [left, right] = [first(box.minX, originX), last(box.maxX, originX, columns)];
    for (let row = first(box.minY, originY); row <= last(box.maxY, originY, rows); row++) {
      for (let column = left; column <= right; column++) {
        const cell = row * columns + column;
        if (skirt?.has(cell)) height = Math.max(height, layers[0].highest);
        const from = low[cell];
        if (from === 0 || from >= layer) continue;
        height = Math.max(
          height,
          layers[from - 1].highest,
          layers[Math.min(top[cell], layer - 1) - 1].highest,
        );
      }
    }
    return height;
  }

  private skirtSet: ReadonlySet<number> | null = null;
  private skirt(): ReadonlySet<number> {
    this.skirtSet ??= new Set(this.inputs.skirtCells);
    return this.skirtSet;
  }

  /** Visits every cell of the footprint that may lie within `radius` of the path from `a` to `b`. */
  private forEachCell(a: Point, b: Point, radius: number, visit: (cell: number) => void): void {
    const more = ROUND_THE_MIDDLE * this.inputs.footprint.cellMm;
    this.cells.go(a.x, a.y, b.x, b.y, radius + more);
    this.cells.forEach(visit);
  }
}

/** Distance of a path from a box, mm: 0 when it crosses it. */
function distanceToBox(a: Point, b: Point, box: LevelBox): number {
  // The nearest share of the way to the box: its distance is convex along the path.
  let [low, high] = [0, 1];
  const at = (t: number): number => {
    const x = a.x + (b.x - a.x) * t;
    const y = a.y + (b.y - a.y) * t;
    const offX = Math.max(box.minX - x, 0, x - box.maxX);
    const offY = Math.max(box.minY - y, 0, y - box.maxY);
    return Math.hypot(offX, offY);
  };
  for (let i = 0; i < 60; i++) {
    const [left, right] = [low + (high - low) / 3, high - (high - low) / 3];
    if (at(left) <= at(right)) high = right;
    else low = left;
  }
  return at((low + high) / 2);
}
