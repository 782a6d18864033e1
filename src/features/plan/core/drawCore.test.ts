import { describe, expect, it } from 'vitest';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { readGcode } from '@/core/read/reader';
import { bytesOf, writePrint } from '../../../../tests/support/printFiles';
import { coreScale } from './coreScale';
import { barsOf } from './drawCore';

const { layers } = readGcode(bytesOf(writePrint({ layers: 300 })), ORDINARY_PRINTER);
const topZ = layers[layers.length - 1].z;

describe('the bars of the core', () => {
  it('are one a layer where there is room', () => {
    const scale = coreScale(topZ, 3000);
    expect(barsOf(layers, scale)).toHaveLength(300);
  });

  it('are never more than rows of the screen, and leave no gap', () => {
    const scale = coreScale(topZ, 100);
    const bars = barsOf(layers, scale);
    expect(bars.length).toBeLessThanOrEqual(100);
    bars.slice(1).forEach((bar, i) => expect(bar.bottom).toBeCloseTo(bars[i].top, 9));
    expect(bars[0].bottom).toBeCloseTo(scale.y(0), 9);
    expect(bars[bars.length - 1].top).toBeCloseTo(scale.y(topZ), 9);
    const widest = Math.max(...layers.map(({ spanMm2 }) => spanMm2));
    expect(Math.max(...bars.map(({ span }) => span))).toBe(widest);
  });
});
