import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { packedCells } from '../packedCells';
import type { Footprint } from '../footprint';
import { cornerShifts } from './cornerShifts';
import { handMesh, MOST_FACES } from './handMesh';
import { pictureMesh } from './pictureMesh';

const LAYERS = [0.3, 0.5, 0.7, 0.9, 1.1].map((z, i) => ({ z, thickness: i === 0 ? 0.3 : 0.2 }));

/** A footprint of columns from the lowest to the topmost layer, `null` where nothing stands. */
function footprintOf(
  cells: readonly (readonly [number, number] | null)[],
  columns: number,
): Footprint {
  return {
    ...{ cellMm: 1, originX: 0, originY: 0, columns, rows: cells.length / columns },
    top: Uint16Array.from(cells, (cell) => cell?.[1] ?? 0),
    low: Uint16Array.from(cells, (cell) => cell?.[0] ?? 0),
  };
}

const cell = fc.option(
  fc
    .tuple(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 0, max: 4 }))
    .map(([low, more]) => [low, Math.min(5, low + more)] as const),
);
const prints = fc
  .tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 9 }))
  .chain(([columns, rows]) =>
    fc
      .array(cell, { minLength: columns * rows, maxLength: columns * rows })
      .map((cells) => footprintOf(cells, columns)),
  );

/** Volume inside and area that looks up, from the triangles alone. */
function measured({ places, index }: ReturnType<typeof handMesh>) {
  let [volume, up] = [0, 0];
  for (let i = 0; i < index.length; i += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => [
      ...places.subarray(index[i + k] * 3, index[i + k] * 3 + 3),
    ]);
    const cross = [
      (b[1] - a[1]) * (c[2] - a[2]) - (b[2] - a[2]) * (c[1] - a[1]),
      (b[2] - a[2]) * (c[0] - a[0]) - (b[0] - a[0]) * (c[2] - a[2]),
      (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]),
    ];
    volume += (a[0] * cross[0] + a[1] * cross[1] + a[2] * cross[2]) / 6;
    if (Math.abs(cross[2]) > 1e-9 && cross[2] > 0) up += cross[2] / 2;
  }
  return { volume, up };
}

describe('a print in the hand', () => {
  it('has a surface that is closed: what it holds follows from its flat faces and its walls alike', () => {
    fc.assert(
      fc.property(prints, (footprint) => {
        const mesh = handMesh(footprint, LAYERS, null, MOST_FACES, 0);
        // By the divergence theorem the volume is the same wherever it is measured from.
        const here = measured(mesh).volume;
        const moved = mesh.places.map((value, i) => value + [40, -70, 90][i % 3]);
        const there = measured({ ...mesh, places: moved }).volume;
        expect(there).toBeCloseTo(here, 1);
        expect(here).toBeGreaterThanOrEqual(-1e-3);
      }),
    );
  });

  it('draws a large flat face as one, with the volume of its cells', () => {
    const slab = footprintOf(new Array(60 * 60).fill([1, 5]), 60);
    const mesh = handMesh(slab, LAYERS, null, MOST_FACES, 0);
    // Above and below one inner face each; along the edge a face a cell and its walls.
    const edge = 4 * 59;
    expect(mesh.index.length / 6).toBe(2 * (1 + edge) + 4 * 60);
    const { volume, up } = measured(mesh);
    expect(volume).toBeCloseTo(up * 1.1, 0);
    expect(up).toBeGreaterThan(3580);
  });

  it('takes a coarser grid where there would be too many faces', () => {
    const rough = footprintOf(
      Array.from({ length: 128 * 128 }, (_, i) => [1, 1 + ((i + (i >> 7)) % 4)] as const),
      128,
    );
    const mesh = handMesh(rough, LAYERS, null, 8000);
    expect(mesh.cellMm).toBeGreaterThan(1);
    expect(mesh.index.length / 6).toBeLessThan(12_000);
  });

  it('carries the numbers of sections where parts lie side by side', () => {
    const footprint = footprintOf(new Array(16 * 4).fill([1, 5]), 16);
    const top = Uint16Array.from({ length: 64 }, (_, i) => (i % 16 < 8 ? 7 : 9));
    const mesh = handMesh(footprint, LAYERS, { top, low: new Uint16Array(64).fill(3) });
    expect([...new Set(mesh.numbers)].sort()).toEqual([3, 7, 9]);
  });
});

describe('corners of cells', () => {
  it('move only along edges, and never far', () => {
    fc.assert(
      fc.property(prints, (footprint) => {
        const { shifts, topEdges, lowEdges } = cornerShifts(footprint);
        topEdges.forEach((edge, corner) => {
          const [x, y] = [shifts[2 * corner], shifts[2 * corner + 1]];
          if (edge === 0 && lowEdges[corner] === 0) expect([x, y]).toEqual([0, 0]);
          expect(Math.max(Math.abs(x), Math.abs(y))).toBeLessThanOrEqual(0.61);
        });
      }),
    );
  });

  it('make of the steps of a slope nearly a line', () => {
    const side = 40;
    const slope = footprintOf(
      Array.from({ length: side * side }, (_, i) =>
        (i % side) * 0.5 + 8 > Math.floor(i / side) ? ([1, 2] as const) : null,
      ),
      side,
    );
    const { places, normals } = handMesh(slope, LAYERS);
    const off: number[] = [];
    for (let i = 0; i < places.length; i += 3) {
      const [x, y] = [places[i], places[i + 1]];
      if (normals[i + 2] !== 0 || x < 4 || x > 36 || y < 9 || y > 25) continue;
      off.push(Math.abs(y - (0.5 * x + 8)) / Math.hypot(1, 0.5));
    }
    // Steps of cells lie up to half a cell and more away from it.
    off.sort((a, b) => a - b);
    expect(off[Math.floor(off.length * 0.9)]).toBeLessThan(0.62);
    expect(off.length).toBeGreaterThan(20);
  });
});

it('a small picture is raised to its heights', () => {
  const picture = { columns: 2, rows: 2, packed: packedCells(Uint16Array.of(0, 10, 20, 20)) };
  const { surface, footprint, layers } = pictureMesh(picture, 20, 5, {
    ...{ minX: 10, minY: 10, maxX: 30, maxY: 30 },
  });
  expect(footprint.cellMm).toBe(10);
  expect(layers.at(-1)?.z).toBe(5);
  const heights = new Set([...surface.places].filter((_, i) => i % 3 === 2));
  expect([...heights].sort()).toEqual([0, 2.5, 5]);
});
