import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Pixels } from '../draw/flatColours';
import { purgeVolume } from '../filament/purge';
import { DEMO_SHELF } from '../filament/shelf/demoShelf';
import { isManifold } from '../model/manifold';
import { cellsOf, gridOf } from './cells';
import { FIRST_RELIEF, reliefLayers, topOfLayer, type ReliefDrawing } from './drawing';
import { framed, printable, type HeightGrid } from './heights';
import { layRelief } from './layRelief';
import { shadesOf } from './shades';
import { surfaceOf } from './surface';

const grid: fc.Arbitrary<HeightGrid> = fc
  .tuple(
    fc.integer({ min: 2, max: 9 }),
    fc.integer({ min: 2, max: 9 }),
    fc.integer({ min: 1, max: 6 }),
  ) // prettier-ignore
  .chain(([columns, rows, most]) =>
    fc
      .array(fc.integer({ min: 0, max: most }), {
        minLength: columns * rows,
        maxLength: columns * rows,
      }) // prettier-ignore
      .map((all) => ({ columns, rows, layers: Uint8Array.from(all) })),
  );
const HEIGHTS = { firstLayer: 0.25, layerHeight: 0.1 };

/** Volume inside of a surface, worked out from its triangles. */
function volumeOf(c: Float32Array): number {
  let sum = 0;
  for (let i = 0; i < c.length; i += 9) {
    const [a, b, d] = [0, 3, 6].map((k) => [c[i + k], c[i + k + 1], c[i + k + 2]]);
    sum += a[0] * (b[1] * d[2] - b[2] * d[1]);
    sum += a[1] * (b[2] * d[0] - b[0] * d[2]);
    sum += a[2] * (b[0] * d[1] - b[1] * d[0]);
  }
  return sum / 6;
}

/** Parts of one height, by how many squares they have. */
function partSizes({ columns, rows, layers }: HeightGrid): number[] {
  const left = new Set(layers.keys());
  const sizes: number[] = [];
  for (const start of layers.keys()) {
    if (!left.delete(start)) continue;
    const part = [start];
    for (const cell of part) {
      const [x, y] = [cell % columns, Math.floor(cell / columns)];
      const around = [x > 0 && cell - 1, x + 1 < columns && cell + 1, y > 0 && cell - columns, y + 1 < rows && cell + columns]; // prettier-ignore
      for (const other of around)
        if (other !== false && layers[other] === layers[start] && left.delete(other))
          part.push(other);
    }
    sizes.push(part.length);
  }
  return sizes;
}

describe('the surface of a relief', () => {
  it('is closed, has two faces at every edge, and holds what its squares hold', () => {
    fc.assert(
      fc.property(grid, (given) => {
        const made = printable(given, 1);
        const corners = surfaceOf(made, 0.5, HEIGHTS);
        const volume = made.layers.reduce((sum, n) => sum + 0.25 * topOfLayer(HEIGHTS, n), 0);
        expect(volumeOf(corners)).toBeCloseTo(volume, 3);
        expect(isManifold(corners)).toBe(true);
      }),
      { seed: 33, numRuns: 200 },
    );
  });

  it('ends on whole layers, and begins at its left front corner', () => {
    const corners = surfaceOf({ columns: 2, rows: 1, layers: Uint8Array.of(3, 1) }, 2, HEIGHTS);
    const tops = new Set<number>();
    let [x, y] = [Infinity, Infinity];
    for (let i = 0; i < corners.length; i += 3) {
      tops.add(Math.round(corners[i + 2] * 1e4) / 1e4);
      [x, y] = [Math.min(x, corners[i]), Math.min(y, corners[i + 1])];
    }
    expect([...tops].sort()).toEqual([0, 0.25, 0.45]);
    expect([x, y]).toEqual([0, 0]);
  });
});

describe('what can be printed', () => {
  it('has no part that is too small, and nothing that touches at a corner alone', () => {
    fc.assert(
      fc.property(grid, fc.integer({ min: 1, max: 6 }), (given, least) => {
        const made = printable(given, least);
        const { columns, rows, layers } = made;
        for (let y = 0; y + 1 < rows; y++)
          for (let x = 0; x + 1 < columns; x++) {
            const [a, b, c, d] = [0, 1, columns, columns + 1].map((k) => layers[y * columns + x + k]); // prettier-ignore
            expect(Math.min(a, d)).toBeLessThanOrEqual(Math.max(b, c));
            expect(Math.min(b, c)).toBeLessThanOrEqual(Math.max(a, d));
          }
        if (least === 1) expect(printable(made, 1)).toEqual(made);
      }),
      { seed: 33, numRuns: 100 },
    );
  });

  it('joins a speck with what is around it', () => {
    const layers = new Uint8Array(100).fill(5);
    layers[44] = 9;
    for (const cell of [11, 12, 21, 22]) layers[cell] = 7;
    const sizes = partSizes(printable({ columns: 10, rows: 10, layers }, 4));
    expect(sizes.sort((a, b) => a - b)).toEqual([4, 96]);
  });

  it('gets a frame of full height, and a hole through all of it', () => {
    const inner = { columns: 20, rows: 10, layers: new Uint8Array(200).fill(3) };
    const { columns, rows, layers } = framed(inner, 4, 9, 2);
    expect([columns, rows]).toEqual([28, 18]);
    expect(layers[17 * 28]).toBe(9);
    expect(layers[9 * 28 + 14]).toBe(3);
    const holes = [...layers.keys()].filter((i) => layers[i] === 0);
    expect(holes.length).toBe(12);
    expect(holes.every((i) => Math.abs((i % 28) + 0.5 - 14) <= 2)).toBe(true);
  });
});

/** A picture whose pixels are made by their place. */
function picture(width: number, height: number, at: (x: number, y: number) => number[]): Pixels {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++) data.set(at(i % width, Math.floor(i / width)), i * 4);
  return { width, height, data };
}

describe('a picture in squares', () => {
  // Four fields: dark, light, grey, and nothing.
  const FOUR = picture(
    40,
    20,
    (x, y) =>
    x < 20 ? (y < 10 ? [20, 20, 20, 255] : [128, 128, 128, 255]) : [240, 240, 240, y < 10 ? 255 : 0], // prettier-ignore
  );
  const drawing = (part: Partial<ReliefDrawing> = {}): ReliefDrawing => ({ ...FIRST_RELIEF, width: 20, lineWidth: 1, ...part }); // prettier-ignore
  /** What the four corners of the picture look like: d, l, g, and a point for nothing. */
  const corners = (part: Partial<ReliefDrawing> = {}): string => {
    const { columns, rows, lab, solid } = cellsOf(FOUR, drawing(part));
    const at = (x: number, y: number): string => {
      const cell = y * columns + x;
      const light = lab[cell * 3];
      return solid[cell] === 0 ? '.' : light < 0.35 ? 'd' : light > 0.8 ? 'l' : 'g';
    };
    return at(0, 0) + at(columns - 1, 0) + at(0, rows - 1) + at(columns - 1, rows - 1);
  };

  it('is turned, mirrored and cropped, and what is transparent is cut out', () => {
    expect(corners()).toBe('dlg.');
    expect(corners({ turn: 1 })).toBe('gd.l');
    expect(corners({ turn: 2 })).toBe('.gld');
    expect(corners({ turn: 3 })).toBe('l.dg');
    expect(corners({ isMirrored: true })).toBe('ld.g');
    expect(corners({ face: 'down' })).toBe('ld.g');
    expect(corners({ face: 'down', isMirrored: true })).toBe('dlg.');
    expect(corners({ crop: { left: 0, right: 50, top: 0, bottom: 50 } })).toBe('dddd');
    expect(corners({ crop: { left: 50, right: 0, top: 0, bottom: 50 } })).toBe('llll');
  });

  it('is measured in lines, whole pictures as wide as they are to be', () => {
    expect(gridOf(FOUR, drawing())).toEqual({ columns: 20, rows: 10, cellMm: 1 });
    expect(gridOf(FOUR, drawing({ turn: 1 }))).toEqual({ columns: 20, rows: 40, cellMm: 1 });
    // Nothing finer than a line, and never more squares than can be worked with.
    expect(gridOf(FOUR, drawing({ width: 400, lineWidth: 0.4 })).cellMm).toBe(1);
    expect(cellsOf(FOUR, drawing({ width: 80 })).solid.length).toBe(80 * 40);
  });

  it('becomes lighter, and its shades lie farther apart', () => {
    const light = (part: Partial<ReliefDrawing>, cell: number): number => cellsOf(FOUR, drawing(part)).lab[cell * 3]; // prettier-ignore
    expect(light({ brightness: 10 }, 0)).toBeCloseTo(light({}, 0) + 0.1, 5);
    const [dark, pale] = [0, 19].map((cell) => light({ contrast: 50 }, cell));
    expect(pale - dark).toBeCloseTo((light({}, 19) - light({}, 0)) / 2, 5);
    // Where two fields meet, smoothing makes a shade between them.
    expect(light({ smoothing: 2 }, 9)).toBeGreaterThan(light({}, 9) + 0.02);
  });
});

describe('a relief', () => {
  const [black, white] = DEMO_SHELF;
  const steps = picture(60, 30, (x) => {
    const grey = Math.floor(x / 10) * 45 + 15;
    return [grey, grey, grey, 255];
  });
  const drawing = { ...FIRST_RELIEF, width: 60, lineWidth: 1, frame: 0, most: 1.6 };
  const layers = reliefLayers(drawing);
  const cells = cellsOf(steps, drawing);
  const shades = shadesOf(cells, 16);
  const inputs = { drawing, layers, cells, cellMm: 1, shades, spools: [black, white] };
  const stack = [
    { spool: 0, layers: layers.base },
    { spool: 1, layers: layers.count - layers.base },
  ];
  const free = shades.ofCell.length === 0 ? [] : [...shades.weights].map(() => null);

  it('is printed in whole layers of the heights that are wanted', () => {
    expect(layers).toEqual({ firstLayer: 0.2, layerHeight: 0.1, base: 5, count: 15 });
    expect(topOfLayer(layers, layers.base)).toBe(0.6);
    expect(topOfLayer(layers, layers.count)).toBe(1.6);
    expect(reliefLayers({ ...drawing, base: 0.61, most: 1.59 })).toMatchObject({ base: 6, count: 14 }); // prettier-ignore
  });

  it('stands the higher the paler the picture is, white over black', () => {
    const laid = layRelief(inputs, stack, free);
    const heights = [5, 15, 25, 35, 45, 55].map((x) => laid.grid.layers[15 * 60 + x]);
    expect(heights).toEqual(heights.toSorted((a, b) => a - b));
    expect(new Set(heights).size).toBeGreaterThan(3);
    expect(heights[0]).toBe(layers.base);
    expect(laid.mean).toBeLessThan(8);
    // Grams by spool, worked out from the volume.
    const mm3 = laid.grid.layers.reduce((sum, n) => sum + topOfLayer(layers, n), 0);
    const purged = (purgeVolume(black, white) * 1.24) / 1000;
    expect(laid.grams[0] + laid.grams[1]).toBeCloseTo((mm3 * 1.24) / 1000 + purged, 4);
    expect(laid.grams[0]).toBeCloseTo((60 * 30 * 0.6 * 1.24) / 1000, 4);
  });

  it('is turned round when it is backlit: what is dark stands high', () => {
    const lamp = { ...inputs, drawing: { ...drawing, light: 'lamp' as const } };
    const one = [{ spool: 1, layers: layers.count }];
    const laid = layRelief(lamp, one, free);
    const heights = [5, 15, 25, 35, 45, 55].map((x) => laid.grid.layers[15 * 60 + x]);
    expect(heights).toEqual(heights.toSorted((a, b) => b - a));
    expect(heights[5]).toBeLessThan(layers.base + 2);
    expect(heights[0]).toBe(layers.count);
  });

  it('holds a shade at the height that a person gives it', () => {
    const shade = shades.ofCell[15 * 60 + 5];
    const pins = [...shades.weights].map((_, i) => (i === shade ? 12 : null));
    const laid = layRelief(inputs, stack, pins);
    expect(laid.grid.layers[15 * 60 + 5]).toBe(12);
    expect(laid.levels[shade]).toBe(12);
  });
});
