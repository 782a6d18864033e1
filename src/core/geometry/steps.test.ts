import { describe, expect, it } from 'vitest';
import { layerNumber, type Layer } from '../layers';
import { findSteps } from './steps';

/** Layers of 0.2 mm with the given exposed areas, mm², over a footprint of 1000 mm². */
function layersExposing(...exposed: number[]): Layer[] {
  return exposed.map((exposedMm2, i) => ({
    number: layerNumber(i + 1),
    z: 0.2 * (i + 1),
    thickness: 0.2,
    footprintMm2: 1000,
    exposedMm2,
  })) as unknown as Layer[];
}

describe('findSteps', () => {
  it('finds the layer above a large surface', () => {
    const steps = findSteps(layersExposing(0, 0, 600, 0, 0, 250, 0, 150), 0);
    expect(steps.map((step) => [step.layer, step.exposedMm2, step.share])).toEqual([
      [4, 600, 0.6],
      [7, 250, 0.25],
    ]);
    expect(steps[0].z).toBeCloseTo(0.6);
  });

  it('finds none on a slope, a dome or a plain block', () => {
    expect(findSteps(layersExposing(50, 50, 50, 50, 50, 50, 50), 0)).toEqual([]);
    expect(findSteps(layersExposing(10, 20, 32, 45, 60, 80, 110, 150), 0)).toEqual([]);
    expect(findSteps(layersExposing(0, 0, 0, 1000), 0)).toEqual([]);
    expect(findSteps([], 0)).toEqual([]);
  });

  it('finds a step in the middle of a slope', () => {
    const steps = findSteps(layersExposing(30, 30, 30, 400, 30, 30, 30), 0);
    expect(steps.map((step) => step.layer)).toEqual([5]);
  });

  it('does not take a skirt for a surface', () => {
    expect(findSteps(layersExposing(130, 0, 0, 870), 130)).toEqual([]);
  });
});
