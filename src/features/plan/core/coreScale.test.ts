import { describe, expect, it } from 'vitest';
import { bottomOf } from '@/core/layers';
import { readGcode } from '@/core/read/reader';
import { findSteps } from '@/core/geometry/steps';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { bytesOf, writePrint } from '../../../../tests/support/printFiles';
import { coreScale, layerAtHeight, layerForFlag, layerTicks, spreadRows } from './coreScale';

const { layers, skirtMm2 } = readGcode(bytesOf(writePrint({ layers: 20 })), ORDINARY_PRINTER);
const steps = findSteps(layers, skirtMm2);
const top = layers[layers.length - 1].z;
const scale = coreScale(top, 600);

describe('coreScale', () => {
  it('turns heights into rows and back', () => {
    expect(scale.z(scale.y(1.84))).toBeCloseTo(1.84);
    expect(scale.y(0)).toBeGreaterThan(scale.y(top));
  });

  it('finds the layer under the pointer', () => {
    for (const layer of layers) {
      expect(layerAtHeight(layers, (layer.z + bottomOf(layer)) / 2)).toBe(layer);
    }
    expect(layerAtHeight(layers, -3)).toBe(layers[0]);
    expect(layerAtHeight(layers, 99)).toBe(layers[19]);
  });

  it('snaps a flag to layers, never to layer 1, and steps pull', () => {
    expect(layerForFlag(layers, [], scale, scale.y(bottomOf(layers[6])) + 3)?.number).toBe(7);
    expect(layerForFlag(layers, steps, scale, 10_000)?.number).toBe(2);
    expect(steps.map((step) => step.layer)).toEqual([11]);
    const tight = coreScale(top, 150);
    const nearStep = tight.y(steps[0].z) + 8;
    expect(layerForFlag(layers, steps, tight, nearStep)?.number).toBe(11);
    expect(layerForFlag(layers, [], tight, nearStep)?.number).not.toBe(11);
  });

  it('spreads flags that would cover each other', () => {
    expect(spreadRows([500, 490, 100], 30, 600)).toEqual([500, 470, 100]);
    expect(spreadRows([700], 30, 600)).toEqual([600]);
  });

  it('numbers layers at a readable distance', () => {
    expect(layerTicks(40, 600)).toEqual([1, 5, 10, 15, 20, 25, 30, 35, 40]);
    expect(layerTicks(3, 600)).toEqual([1, 2, 3]);
  });
});
