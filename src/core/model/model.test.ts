import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HIDE_PLATE, hidePlateSolids, makeHidePlate } from '../../../demo/jobs/hidePlate';
import { makeMarshRelief, marshReliefSolids } from '../../../demo/jobs/marshRelief';
import { makeRingTags, ringTagSolids } from '../../../demo/jobs/ringTags';
import { boxTriangles, type Tri } from '../../../tests/support/modelFiles';
import { bytesOf } from '../../../tests/support/printFiles';
import { ORDINARY_PRINTER } from '../motion/limits';
import { analysePrint } from '../print/analysis';
import { readGcode } from '../read/reader';
import { cutAt, cutLayers } from './cuts';
import { directionsOf, directionWords } from './directions';
import { extrude } from './extrude';
import { fitHeight, bestLayers } from './fitHeights';
import { layerGrid, layersBelow, middleOf, topOf } from './layerGrid';
import { layModel } from './layModel';
import { Model } from './model';
import type { ModelFile } from './formats/modelFile';
import { firstSetup, layFlat, NO_TURN, turnAbout, turned, type ModelSetup } from './setup';
import { soundnessOf } from './soundness';

const fileOf = (corners: Float32Array<ArrayBuffer>): ModelFile => {
  const objects = [{ name: 'part', first: 0, end: corners.length / 9, colour: null }];
  return { kind: 'stl', mesh: { corners, objects }, unit: null, notes: [] };
};
const cornersOf = (triangles: readonly Tri[]) => Float32Array.from(triangles.flat(2));

function lay(corners: Float32Array<ArrayBuffer>, part: Partial<ModelSetup> = {}) {
  const file = fileOf(corners);
  const setup = { ...firstSetup(file), ...part };
  const placed = new Model(file).place(setup);
  const reading = layModel(placed, setup, ORDINARY_PRINTER.filamentDiameter);
  const { mesh, facts } = placed;
  return { mesh, facts, reading, analysis: analysePrint(reading) };
}

describe('a model and the same model sliced', () => {
  it.each([
    ['hide plate', hidePlateSolids(), makeHidePlate(), HIDE_PLATE.firstLayer],
    ['marsh relief', marshReliefSolids(), makeMarshRelief(), 0.2],
    ['ring tags', ringTagSolids(), makeRingTags(), 0.2],
  ] as const)('have the same layers and steps: %s', (_name, solids, gcode, firstLayer) => {
    const corners = extrude(solids);
    expect(soundnessOf({ corners })).toMatchObject({ isClosed: true, isOriented: true });
    const drawn = lay(corners, { firstLayer });
    const sliced = readGcode(bytesOf(gcode), ORDINARY_PRINTER);
    const found = analysePrint(sliced);
    expect(drawn.reading.layers.map(({ z }) => z)).toEqual(
      sliced.layers.map(({ z }) => Number(z.toFixed(6))),
    );
    expect(drawn.analysis.steps.map(({ layer }) => layer)).toEqual(
      found.steps.map(({ layer }) => layer),
    );
    drawn.analysis.steps.forEach((step, i) => {
      expect(step.z).toBeCloseTo(found.steps[i].z, 6);
      expect(step.exposedMm2 / found.steps[i].exposedMm2).toBeCloseTo(1, 1);
      expect(step.share).toBeCloseTo(found.steps[i].share, 1);
    });
    expect(drawn.analysis.objects).toBe(found.objects);
    // Rough is rough: but not by more than is said.
    expect(drawn.reading.seconds.total / sliced.seconds.total).toBeGreaterThan(0.66);
    expect(drawn.reading.seconds.total / sliced.seconds.total).toBeLessThan(1.5);
    expect(drawn.reading.filamentMm / sliced.filamentMm).toBeGreaterThan(0.66);
    expect(drawn.reading.filamentMm / sliced.filamentMm).toBeLessThan(1.5);
  });
});

const lean = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((sum, part, i) => sum + part * b[i], 0);

describe('flat faces', () => {
  // A base of 40 × 30 × 2 with a block of 10 × 10 on it up to 3, and a pit of 6 × 6 down to 1.
  const rect = (x: number, y: number, w: number, h: number) => [
    [
      { x, y },
      { x: x + w, y },
      { x: x + w, y: y + h },
      { x, y: y + h },
    ],
  ];
  const base = rect(0, 0, 40, 30);
  const pit = rect(25, 5, 6, 6)[0].toReversed();
  const corners = extrude([
    { area: base, from: 0, to: 1 },
    { area: [...base, pit], from: 1, to: 2 },
    { area: rect(5, 5, 10, 10), from: 2, to: 3 },
  ]);

  it('are exact in area, and told apart', () => {
    const { flats, steepMm2 } = lay(corners).facts;
    const told = flats.map(({ z, kind, upMm2, downMm2 }) => [z, kind, upMm2, downMm2]);
    expect(told).toEqual([
      [0, 'bed', 0, 1200],
      [1, 'sunken', 36, 0],
      [2, 'ground', 1200 - 36 - 100, 0],
      [3, 'top', 100, 0],
    ]);
    flats.slice(1).forEach(({ aboveMm2, upMm2 }) => {
      expect(Math.abs(aboveMm2 - upMm2)).toBeLessThan(0.06 * upMm2 + 2);
    });
    expect(steepMm2).toBe(0);
  });

  it('know what hangs over the bed and what leans', () => {
    // A roof on two legs: its underside hangs free.
    const table = extrude([
      { area: [...rect(0, 0, 4, 20), ...rect(26, 0, 4, 20)], from: 0, to: 6 },
      { area: rect(0, 0, 30, 20), from: 6, to: 8 },
    ]);
    const { flats } = lay(table).facts;
    expect(flats.find(({ z }) => z === 6)).toMatchObject({ kind: 'underside', downMm2: 22 * 20 });
    // Stood on its tip, all of a pyramid's sides but the top lean over.
    const side: Tri[] = [
      [
        [-5, -5, 4],
        [0, 0, 0],
        [5, -5, 4],
      ],
      [
        [5, -5, 4],
        [0, 0, 0],
        [5, 5, 4],
      ],
      [
        [5, 5, 4],
        [0, 0, 0],
        [-5, 5, 4],
      ],
      [
        [-5, 5, 4],
        [0, 0, 0],
        [-5, -5, 4],
      ],
      [
        [-5, -5, 4],
        [5, -5, 4],
        [5, 5, 4],
      ],
      [
        [-5, -5, 4],
        [5, 5, 4],
        [-5, 5, 4],
      ],
    ];
    const turnedOut = side.map(([a, b, c]) => [a, c, b] as const);
    const sound = soundnessOf({ corners: cornersOf(side) }).volume > 0 ? side : turnedOut;
    const one = Math.hypot(4, 5) * 5;
    expect(lay(cornersOf(sound), { unit: 'mm' }).facts.steepMm2).toBeCloseTo(4 * one, 2);
  });

  it('move with the scale upwards, and not with that along the bed', () => {
    const heights = (part: Partial<ModelSetup>) => lay(corners, part).facts.flats.map(({ z }) => z);
    expect(heights({ scaleXY: 0.5 })).toEqual([0, 1, 2, 3]);
    expect(heights({ scaleZ: 1.5 })).toEqual([0, 1.5, 3, 4.5]);
    expect(heights({ unit: 'inch', scaleXY: 0.05 })).toEqual([0, 25.4, 50.8, 76.2]);
  });

  it('come back from any way of lying, and lie flat on the side that is chosen', () => {
    const axis = fc.tuple(
      fc.integer({ min: -5, max: 5 }),
      fc.integer({ min: -5, max: 5 }),
      fc.constant(3),
    );
    fc.assert(
      fc.property(axis, fc.integer({ min: -170, max: 170 }), (about, degrees) => {
        const turn = turnAbout(about, degrees);
        const { facts } = lay(corners, { turn });
        // Where its underside looks now: laid on that, all is as it was.
        const down = [-turn[2], -turn[5], -turn[8]];
        const under = facts.directions.toSorted(
          (a, b) => lean(b.normal, down) - lean(a.normal, down),
        )[0];
        const flat = lay(corners, { turn: turned(turn, layFlat(under.normal)) }).facts.flats;
        expect(flat.map(({ z }) => Math.round(z * 1000) / 1000)).toEqual([0, 1, 2, 3]);
        expect(flat[0].downMm2).toBeCloseTo(1200, 0);
      }),
      { numRuns: 15 },
    );
    expect(turned(turned(NO_TURN, turnAbout([0, 0, 1], 90)), turnAbout([0, 0, 1], -90))).toEqual(
      NO_TURN,
    );
    expect(directionWords([0, -1, 0])).toBe('to the front');
    expect(
      directionsOf({ corners }, 2)
        .map(({ normal }) => directionWords(normal))
        .sort(),
    ).toEqual(['down', 'up']);
  });
});

describe('cuts', () => {
  it('add up to the volume, whatever the layers', () => {
    const box = fc.tuple(
      fc.integer({ min: 3, max: 30 }),
      fc.integer({ min: 3, max: 30 }),
      fc.integer({ min: 1, max: 9 }),
    );
    fc.assert(
      fc.property(box, fc.constantFrom(0.1, 0.12, 0.2, 0.3), (to, height) => {
        const { mesh } = lay(cornersOf(boxTriangles([0, 0, 0], to)), { unit: 'mm' });
        const grid = layerGrid(to[2], height, height);
        const { area, outline } = cutLayers(mesh, grid);
        expect(area.length).toBe(Math.round(to[2] / height));
        for (let i = 0; i < area.length; i++) {
          expect(area[i]).toBeCloseTo(to[0] * to[1], 2);
          expect(outline[i]).toBeCloseTo(2 * (to[0] + to[1]), 2);
        }
      }),
    );
  });

  it('have numbers at one height, also exactly at a face', () => {
    const mesh = { corners: cornersOf(boxTriangles([0, 0, 0], [20, 10, 5])) };
    expect(cutAt(mesh, 2.5)).toMatchObject({ area: 200, outline: 60 });
    expect(cutAt(mesh, 5).area).toBe(0);
    expect(cutAt(mesh, 0).area).toBe(200);
    expect(cutAt(mesh, 6).lines.length).toBe(0);
  });
});

describe('even layers', () => {
  it('agree on which of them lie below a height', () => {
    const mm = fc.integer({ min: 4, max: 60 }).map((n) => n / 100);
    fc.assert(
      fc.property(mm, mm, fc.integer({ min: 1, max: 5000 }), (first, height, hundredths) => {
        const z = hundredths / 100;
        const grid = layerGrid(z, first, height);
        const middles = Array.from({ length: grid.count + 2 }, (_, i) => middleOf(grid, i + 1));
        const below = middles.filter((middle) => middle < z - 1e-7).length;
        const atMost = middles.filter((middle) => middle < z + 1e-7).length;
        expect(grid.count).toBeGreaterThanOrEqual(below);
        expect(grid.count).toBeLessThanOrEqual(atMost);
        expect(layersBelow(grid, z)).toBe(grid.count);
      }),
    );
    expect(topOf(layerGrid(8.04, 0.24, 0.2), 40)).toBe(8.04);
  });
});

describe('heights that fit', () => {
  it('name the boundaries next to a height, and the layer from 1', () => {
    expect(fitHeight(2.04, 0.24, 0.2)).toEqual({
      ...{ z: 2.04, nearest: 2.04, error: 0, below: 2.04, above: 2.04, layer: 11 },
    });
    expect(fitHeight(2.33, 0.2, 0.2)).toEqual({
      ...{ z: 2.33, nearest: 2.4, error: 0.07, below: 2.2, above: 2.4, layer: 13 },
    });
    expect(fitHeight(0.05, 0.2, 0.2)).toMatchObject({ nearest: 0, layer: 1, below: 0, above: 0.2 });
  });

  it('agree with a search by hand through all boundaries', () => {
    const mm = fc.integer({ min: 5, max: 40 }).map((n) => n / 100);
    fc.assert(
      fc.property(
        mm,
        mm,
        fc.integer({ min: 1, max: 3000 }).map((n) => n / 100),
        (first, height, z) => {
          const boundaries = [0, ...Array.from({ length: 800 }, (_, i) => first + i * height)];
          const least = Math.min(...boundaries.map((one) => Math.abs(one - z)));
          const { error, nearest, layer } = fitHeight(z, first, height);
          expect(Math.abs(error)).toBeCloseTo(least, 5);
          expect(boundaries[layer - 1]).toBeCloseTo(nearest, 5);
        },
      ),
    );
  });

  it('find the layers that serve all of them', () => {
    const search = { least: 0.1, most: 0.3, step: 0.01, firsts: [0.2, 0.24] };
    expect(bestLayers([2.04, 5.04, 8.04], search, 1)[0]).toMatchObject({
      ...{ firstLayer: 0.24, layerHeight: 0.3, landing: 3, worst: 0 },
    });
    const [best] = bestLayers([1.17, 2.31], search, 1);
    const all = bestLayers([1.17, 2.31], search, 10_000);
    expect(all.length).toBe(42);
    expect(all.every(({ landing }) => landing <= best.landing)).toBe(true);
  });
});
