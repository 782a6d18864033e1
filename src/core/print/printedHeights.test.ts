import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Layer } from '../layers';
import { PrintedHeights, type PrintedGround } from './printedHeights';

const CELL = 0.15;
const SIDE = 60;
const [ORIGIN_X, ORIGIN_Y] = [20, 30];

/** Layers of 0.2 mm; only their heights matter here. */
const layers = Array.from({ length: 9 }, (_, i) => ({
  number: i + 1,
  z: 0.2 * (i + 1),
  highest: 0.2 * (i + 1),
})) as unknown as readonly Layer[];

interface Cell {
  readonly column: number;
  readonly row: number;
  readonly low: number;
  readonly top: number;
}

function groundOf(cells: readonly Cell[], skirt: readonly number[] = []): PrintedGround {
  const [top, low] = [new Uint16Array(SIDE * SIDE), new Uint16Array(SIDE * SIDE)];
  for (const cell of cells) {
    top[cell.row * SIDE + cell.column] = cell.top;
    low[cell.row * SIDE + cell.column] = cell.low;
  }
  const footprint = {
    ...{ cellMm: CELL, originX: ORIGIN_X, originY: ORIGIN_Y, columns: SIDE, rows: SIDE },
    top,
    low,
  };
  const skirtCells = Uint32Array.from(skirt);
  return { layers, footprint, skirtCells, priming: [], hasUndrawn: false };
}

const arbitraryCell = fc
  .record({
    column: fc.integer({ min: 0, max: SIDE - 1 }),
    row: fc.integer({ min: 0, max: SIDE - 1 }),
    low: fc.integer({ min: 1, max: 9 }),
    rise: fc.integer({ min: 0, max: 8 }),
  })
  .map(({ rise, ...cell }) => ({ ...cell, top: Math.min(9, cell.low + rise) }));
const arbitraryPoint = fc.record({
  x: fc.double({ min: ORIGIN_X - 3, max: ORIGIN_X + 12, noNaN: true }),
  y: fc.double({ min: ORIGIN_Y - 3, max: ORIGIN_Y + 12, noNaN: true }),
});

/** Distance of the path from the nearest place of a cell, found by walking it in tiny steps. */
function walked(
  a: { x: number; y: number },
  b: { x: number; y: number },
  { column, row }: Cell,
): number {
  const [minX, minY] = [ORIGIN_X + column * CELL, ORIGIN_Y + row * CELL];
  let least = Infinity;
  const steps = 2000;
  for (let i = 0; i <= steps; i++) {
    const x = a.x + ((b.x - a.x) * i) / steps;
    const y = a.y + ((b.y - a.y) * i) / steps;
    const offX = Math.max(minX - x, 0, x - minX - CELL);
    const offY = Math.max(minY - y, 0, y - minY - CELL);
    least = Math.min(least, Math.hypot(offX, offY));
  }
  return least;
}

describe('heights along a way', () => {
  it('miss no cell that the nozzle sweeps, and find none that lies clear of it', () => {
    fc.assert(
      fc.property(
        arbitraryCell,
        arbitraryPoint,
        arbitraryPoint,
        fc.constantFrom(0, 0.5, 2),
        fc.integer({ min: 1, max: 10 }),
        (cell, a, b, radius, layer) => {
          const heights = new PrintedHeights(groundOf([cell]));
          const found = heights.along(a, b, radius, layer);
          const stands = cell.low < layer ? 0.2 * Math.min(cell.top, layer - 1) : 0;
          const distance = walked(a, b, cell);
          if (distance <= radius) expect(found).toBeCloseTo(stands, 9);
          if (distance > radius + 2 * CELL) expect(found).toBe(0);
        },
      ),
      { seed: 71, numRuns: 400 },
    );
  });

  it('are the highest of all cells on the way', () => {
    fc.assert(
      fc.property(
        fc.array(arbitraryCell, { minLength: 1, maxLength: 12 }),
        arbitraryPoint,
        arbitraryPoint,
        (cells, a, b) => {
          const all = new PrintedHeights(groundOf(cells)).along(a, b, 0.5, 10);
          const last = new Map(cells.map((cell) => [`${cell.column} ${cell.row}`, cell]));
          const each = [...last.values()].map((cell) =>
            new PrintedHeights(groundOf([cell])).along(a, b, 0.5, 10),
          );
          expect(all).toBeCloseTo(Math.max(...each), 9);
        },
      ),
      { seed: 72, numRuns: 200 },
    );
  });
});

describe('a place for waiting', () => {
  it('is near whatever is printed at any time within the disc round it', () => {
    fc.assert(
      fc.property(arbitraryCell, arbitraryPoint, (cell, at) => {
        const near = new PrintedHeights(groundOf([cell])).everNear(at, 2);
        const distance = walked(at, at, cell);
        if (distance <= 2) expect(near).toBe(true);
        if (distance > 2 + 2 * CELL) expect(near).toBe(false);
      }),
      { seed: 73, numRuns: 400 },
    );
  });

  it('is near a skirt and a strip of priming too', () => {
    const skirt = new PrintedHeights(groundOf([], [10 * SIDE + 10]));
    const at = { x: ORIGIN_X + 10.5 * CELL, y: ORIGIN_Y + 10.5 * CELL };
    expect(skirt.everNear({ x: at.x + 1.5, y: at.y }, 2)).toBe(true);
    expect(skirt.everNear({ x: at.x + 3, y: at.y }, 2)).toBe(false);
    expect(skirt.along(at, at, 0.5, 2)).toBeCloseTo(0.2);
    expect(skirt.along(at, at, 0.5, 1)).toBe(0);
    const box = { minX: 2, maxX: 3, minY: 5, maxY: 90 };
    const primed = new PrintedHeights({ ...groundOf([]), priming: [{ box, z: 0.3 }] });
    expect(primed.everNear({ x: 4.5, y: 50 }, 2)).toBe(true);
    expect(primed.along({ x: 0, y: 0 }, { x: 10, y: 60 }, 0.5, 1)).toBe(0.3);
    expect(primed.along({ x: 10, y: 0 }, { x: 10, y: 60 }, 0.5, 1)).toBe(0);
  });
});
