import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ModelFile } from './formats/modelFile';
import { extrude } from './extrude';
import { layModel } from './layModel';
import { Model } from './model';
import { firstSetup } from './setup';
import { mend } from './shells';

type Place = readonly [number, number, number];

/** A box from one corner to the other: two triangles a side. */
function box(from: Place, to: Place): number[] {
  const at = (i: number): number[] => [0, 1, 2].map((k) => ((i >> k) & 1 ? to[k] : from[k]));
  const sides = [0, 2, 3, 1, 4, 5, 7, 6, 0, 1, 5, 4, 2, 6, 7, 3, 0, 4, 6, 2, 1, 3, 7, 5];
  return [0, 4, 8, 12, 16, 20].flatMap((k) => {
    const [a, b, c, d] = sides.slice(k, k + 4).map(at);
    return [a, b, c, a, c, d].flat();
  });
}

/** Each triangle the other way round. */
function turned(corners: readonly number[]): number[] {
  const out = [...corners];
  for (let i = 0; i < out.length; i += 9) {
    for (let k = 3; k < 6; k++) [out[i + k], out[i + k + 3]] = [out[i + k + 3], out[i + k]];
  }
  return out;
}

const meshOf = (numbers: readonly number[]): ModelFile['mesh'] => ({
  corners: Float32Array.from(numbers),
  objects: [{ name: 'part', first: 0, end: numbers.length / 9, colour: null }],
});

function lay(numbers: readonly number[], layerHeight = 0.2) {
  const file: ModelFile = { kind: 'stl', mesh: meshOf(numbers), unit: 'mm', notes: [] };
  const setup = { ...firstSetup(file), layerHeight, firstLayer: layerHeight };
  const model = new Model(file);
  const placed = model.place(setup);
  return { model, setup, placed, facts: placed.facts, print: layModel(placed, setup, 1.75) };
}

const near = (value: number): unknown => expect.closeTo(value, 4);

const PLATE = box([0, 0, 0], [40, 20, 2]);

describe('bodies that stand in one another', () => {
  it('are cut as their union, sunk in or only touching', () => {
    for (const foot of [1, 2]) {
      const { model, setup, facts } = lay([...PLATE, ...box([5, 5, foot], [15, 10, 3])]);
      expect(model.cut(setup, 1.5)).toMatchObject({ area: near(800), outline: near(120) });
      expect(model.cut(setup, 2.5)).toMatchObject({ area: near(50), outline: near(30) });
      expect(facts.volumeMm3).toBeCloseTo(1600 + 50, 3);
      const told = facts.flats.map(({ z, kind, upMm2, downMm2 }) => [
        z,
        kind,
        Math.round(upMm2 * 1e4) / 1e4,
        Math.round(downMm2 * 1e4) / 1e4,
      ]);
      expect(told).toEqual([
        [0, 'bed', 0, 800],
        [2, 'ground', 750, 0],
        [3, 'top', 50, 0],
      ]);
    }
  });

  it('have the area and the volume of the places that any of them fills, however they lie', () => {
    const place = fc.tuple(fc.integer({ min: 0, max: 8 }), fc.integer({ min: 0, max: 8 }), fc.integer({ min: 0, max: 4 })); // prettier-ignore
    const size = fc.tuple(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 4 })); // prettier-ignore
    fc.assert(
      fc.property(
        fc.array(fc.tuple(place, size, fc.boolean()), { minLength: 2, maxLength: 5 }),
        (boxes) => {
          // One stands on the bed at zero, so that nothing is moved.
          const all = [{ from: [0, 0, 0], to: [2, 2, 1] }, ...boxes.map(([from, size]) => ({ from, to: from.map((one, k) => one + size[k]) }))]; // prettier-ignore
          const numbers = all.flatMap(({ from, to }) => box(from as never, to as never));
          const { model, setup, facts } = lay(numbers);
          const isFull = (x: number, y: number, z: number): boolean =>
            all.some(({ from, to }) => [x, y, z].every((one, k) => one > from[k] && one < to[k]));
          // Every side lies on a whole number: one place in each cube tells all of it.
          const areas = Array.from({ length: 9 }, (_, z) => {
            let area = 0;
            for (let x = 0; x < 16; x++)
              for (let y = 0; y < 16; y++) if (isFull(x + 0.5, y + 0.5, z + 0.5)) area++;
            return area;
          });
          areas.forEach((area, z) => expect(model.cut(setup, z + 0.5).area).toBeCloseTo(area, 3));
          expect(facts.volumeMm3).toBeCloseTo(
            areas.reduce((sum, one) => sum + one, 0),
            2,
          );
        },
      ),
      { seed: 33, numRuns: 60 },
    );
  });

  it('keep the faces that they share by their very triangles', () => {
    const [one, other] = [box([0, 0, 0], [2, 2, 1]), box([0, 0, 0], [1, 2, 1])];
    const { model, setup, facts } = lay([...one, ...other, ...box([0, 0, 0], [1, 1, 1])]);
    expect(model.cut(setup, 0.5).area).toBeCloseTo(4, 4);
    expect(facts.volumeMm3).toBeCloseTo(4, 3);
    expect(facts.notes).toEqual([]);
    // A body that is there twice is one.
    expect(mend(meshOf([...one, ...one]))).toMatchObject({ doubled: 12, overlaps: null });
  });

  it('are turned alone when they are inside out, and hollows are left as they are', () => {
    const post = box([5, 5, 2], [15, 10, 6]);
    const { facts, model, setup } = lay([...PLATE, ...turned(post)]);
    expect(facts.notes).toEqual(['1 of 2 bodies was inside out. Lamella flipped it.']);
    expect(facts.volumeMm3).toBeCloseTo(1600 + 200, 3);
    expect(model.cut(setup, 3).area).toBeCloseTo(50, 4);
    const hollow = turned(box([2, 2, 0.5], [38, 18, 1.5]));
    const shell = lay([...PLATE, ...hollow]);
    expect(shell.facts.notes).toEqual([]);
    expect(shell.facts.volumeMm3).toBeCloseTo(1600 - 36 * 16, 3);
    // A floor in a hollow is not seen, and does not hang over the bed.
    expect(shell.facts.flats.map(({ z, kind }) => [z, kind])).toEqual([
      [0, 'bed'],
      [0.5, 'inside'],
      [1.5, 'underside'],
      [2, 'top'],
    ]);
    // All of it inside out, with its hollow.
    const whole = lay(turned([...PLATE, ...hollow]));
    expect(whole.facts.notes).toEqual(['The surface was inside out. Lamella flipped it.']);
    expect(whole.facts.volumeMm3).toBeCloseTo(1600 - 36 * 16, 3);
  });

  it('are left alone where a surface is open: it has no inside', () => {
    const open = turned(PLATE).slice(9);
    expect(mend(meshOf(open)).turned).toBe(0);
  });

  it('have each triangle once, and objects keep theirs', () => {
    const post = box([5, 5, 2], [15, 10, 6]);
    const numbers = [...PLATE, ...PLATE.slice(0, 27), ...post];
    const objects = [
      { name: 'plate', first: 0, end: 15, colour: null },
      { name: 'post', first: 15, end: 27, colour: null },
    ];
    const { mesh, doubled } = mend({ ...meshOf(numbers), objects });
    expect(doubled).toBe(3);
    expect(mesh.objects.map(({ first, end }) => [first, end])).toEqual([
      [0, 12],
      [12, 24],
    ]);
    expect([...mesh.corners]).toEqual([...PLATE, ...post]);
    expect(lay(numbers).facts.notes.join()).toContain('3 triangles are in the file twice.');
  });
});

describe('a gentle slope', () => {
  it('is not taken for one flat', () => {
    // A roof that rises by 0.3 mm over 30, in strips of half a millimetre.
    const strips: number[] = [];
    const z = (x: number): number => 2 + x / 100;
    for (let x = 0; x < 30; x += 0.5) {
      const [a, b] = [x, x + 0.5];
      strips.push(a, 0, z(a), b, 0, z(b), b, 10, z(b), a, 0, z(a), b, 10, z(b), a, 10, z(a));
    }
    const { facts } = lay(strips);
    expect(facts.flats).toEqual([]);
    const flat = extrude([{ area: [[{ x: 0, y: 0 }, { x: 9, y: 0 }, { x: 9, y: 9 }]], from: 0, to: 2 }]); // prettier-ignore
    expect(lay([...flat]).facts.flats.map(({ z }) => z)).toEqual([0, 2]);
  });
});
