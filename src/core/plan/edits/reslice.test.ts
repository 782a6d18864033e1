import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { makeHidePlate } from '../../../../demo/jobs/hidePlate';
import { makeRingTags } from '../../../../demo/jobs/ringTags';
import { bytesOf, writePrint } from '../../../../tests/support/printFiles';
import { layerNumber } from '../../layers';
import { readGcode } from '../../read/reader';
import { findSteps } from '../../geometry/steps';
import { ORDINARY_PRINTER } from '../../motion/limits';
import { emptyPlan } from '../jobPlan';
import { likenessOf, shapeOf } from './likeness';
import { withSwap } from './partEdits';
import { readPlanFile, writePlanFile } from '../file/planFile';
import {
  anchorsOf,
  heightFactor,
  moveSwaps,
  movedPlan,
  scaleHeights,
  type SteppedPrint,
} from './reslice';

const n = layerNumber;

function groundOf(text: string): SteppedPrint {
  const { layers, skirtMm2 } = readGcode(bytesOf(text), ORDINARY_PRINTER);
  return { layers, steps: findSteps(layers, skirtMm2) };
}

const fine = groundOf(makeHidePlate());
const coarse = groundOf(makeHidePlate(0.3));
const plan = [11, 26, 29].reduce(
  (made, layer) => withSwap(made, n(layer)),
  emptyPlan('ab'.repeat(32)),
);
const moved = (factor = 1, inputs = coarse) =>
  moveSwaps(anchorsOf(plan, fine), fine.steps.length, inputs, factor);

describe('a new slice of the same part', () => {
  it('takes swaps to the same step, and others to the nearest height', () => {
    expect(moved().map(({ sentence }) => sentence)).toEqual([
      'before 11 at 2.04 mm → before 8 at 2.04 mm, same step',
      'before 26 at 5.04 mm → before 18 at 5.04 mm, same step',
      'before 29 at 5.64 mm → before 20 at 5.64 mm, nearest height',
    ]);
  });

  it('matches steps by height when there are fewer or more of them', () => {
    const oneStep = { ...coarse, steps: coarse.steps.slice(1) };
    expect(moved(1, oneStep).map(({ to, how }) => `${to} ${how}`)).toEqual([
      '8 same-height',
      '18 same-step',
      '20 same-height',
    ]);
  });

  it('asks where a swap has no place or the place of another', () => {
    const low = groundOf(writePrint({ layers: 6, layerHeight: 0.3 }));
    expect(moved(1, low).map(({ to }) => to)).toEqual([null, null, null]);
    expect(moved(1, low)[0].sentence).toBe(
      'before 11 at 2.04 mm → no place: the new print ends below 2.04 mm',
    );
    const near = [27, 28].reduce((made, at) => withSwap(made, n(at)), emptyPlan('ab'.repeat(32)));
    const both = moveSwaps(anchorsOf(near, fine), 0, { ...coarse, steps: [] }, 1);
    expect(both[1].sentence).toMatch(/no place: before 19 there is a swap already/);
  });

  it('asks where a step is the same by its number alone, and says how far off it is', () => {
    // Another print with as many steps, at other heights.
    const other = {
      ...coarse,
      steps: coarse.steps.map((step) => ({ ...step, layer: n(step.layer + 6), z: step.z + 1.8 })),
    };
    const [first] = moved(1, other);
    expect(first).toMatchObject({ to: null, proposed: 14, how: 'other-height' });
    expect(first.sentence).toBe(
      'before 11 at 2.04 mm → before 14 at 3.84 mm? The same step by its number, but 1.80 mm higher',
    );
  });

  it('is compared with the old one by size and outline', () => {
    const shape = (text: string) => {
      const print = readGcode(bytesOf(text), ORDINARY_PRINTER);
      return shapeOf(print);
    };
    const [plate, again, tags] = [makeHidePlate(), makeHidePlate(0.3), makeRingTags()].map(shape);
    const same = likenessOf(plate, again);
    expect(same.warnings).toEqual([]);
    expect(same.sizes).toMatch(/^Before: \d+\.\d\d × \d+\.\d\d × 8\.04 mm\. Now: /);
    const other = likenessOf(plate, tags).warnings.join(' ');
    expect(other).toMatch(/of the outlines agree/);
    expect(other).toMatch(/mm lower/);
  });

  it('stays where it is on the same file', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 2, max: 40 }), { minLength: 1, maxLength: 8 }),
        (at) => {
          const made = at.reduce(
            (one, layer) => withSwap(one, n(layer)),
            emptyPlan('cd'.repeat(32)),
          );
          const anchors = anchorsOf(made, fine);
          const places = moveSwaps(anchors, fine.steps.length, fine, 1).map(({ to }) => to);
          expect(movedPlan(made, made.fingerprint, anchors, places)).toEqual(made);
        },
      ),
      { seed: 61, numRuns: 60 },
    );
  });

  it('leaves behind what concerned the old file, and what the person leaves out', () => {
    const old = { ...plan, takenOut: [40], ignoredSteps: [26] };
    const made = movedPlan(old, 'ef'.repeat(32), anchorsOf(old, fine), [n(8), null, n(5)]);
    expect(made.parts[0].swaps).toEqual([
      { layer: 5, letter: 'D' },
      { layer: 8, letter: 'B' },
    ]);
    expect([made.fingerprint, made.takenOut, made.ignoredSteps]).toEqual(['ef'.repeat(32), [], []]);
  });
});

describe('scale', () => {
  it('is told from another layer height', () => {
    expect(heightFactor(8.04, 8.2)).toBe(1);
    expect(heightFactor(8.04, 12.06)).toBeCloseTo(1.5);
    expect(heightFactor(0, 5)).toBe(1);
  });

  it('moves heights with Z, and finds those that fit the layers', () => {
    const heights = scaleHeights(anchorsOf(plan, fine), 1.5, 0.24, 0.2);
    expect(
      heights.map(({ z, scaled, fits }) => [z, scaled, fits].map((v) => v.toFixed(2))),
    ).toEqual([
      ['2.04', '3.06', '3.04'],
      ['5.04', '7.56', '7.64'],
      ['5.64', '8.46', '8.44'],
    ]);
    for (const { z, scaled } of scaleHeights(anchorsOf(plan, fine), 1, 0.24, 0.2)) {
      expect(scaled).toBe(z);
    }
  });
});

describe('plan files', () => {
  it('come back as they were written, with what their swaps mean', () => {
    const read = readPlanFile(writePlanFile(plan, fine));
    expect(read.ok && read.value).toMatchObject({
      plan,
      anchors: anchorsOf(plan, fine),
      stepCount: 2,
    });
  });

  it.each([
    ['no JSON', 'G28'],
    ['some JSON', '{}'],
    [
      'a damaged plan',
      writePlanFile(plan, fine).replace('"firstLetter": "A"', '"firstLetter": "?"'),
    ],
    ['an anchor without height', writePlanFile(plan, fine).replaceAll('"z"', '"y"')],
  ])('are refused in words when they hold %s', (_name, text) => {
    const read = readPlanFile(text);
    expect(!read.ok && read.refusal.code).toBe('bad-plan');
  });
});
