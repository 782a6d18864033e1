import { describe, expect, it } from 'vitest';
import { colourAt } from './photo';

/** A picture whose left half is red and whose right half is nearly blue. */
function picture(width: number, height: number) {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++) {
    const isLeft = i % width < width / 2;
    data.set(isLeft ? [200, 10, 10, 255] : [10, 20, 220, 255], i * 4);
  }
  return { width, height, data };
}

describe('a colour from a photo', () => {
  it('is that of the place, averaged over its noise', () => {
    const photo = picture(40, 20);
    expect(colourAt(photo, 5, 10)).toBe('#c80a0a');
    expect(colourAt(photo, 35, 10)).toBe('#0a14dc');
    photo.data.set([0, 255, 0, 255], (10 * 40 + 5) * 4);
    const noisy = colourAt(photo, 5, 10) ?? '';
    expect(parseInt(noisy.slice(1, 3), 16)).toBeGreaterThan(190);
  });

  it('stops at the edges, and is none outside', () => {
    const photo = picture(40, 20);
    expect(colourAt(photo, 0, 0)).toBe('#c80a0a');
    expect(colourAt(photo, 39, 19)).toBe('#0a14dc');
    expect(colourAt(photo, 40, 5)).toBeNull();
    expect(colourAt(photo, -1, 5)).toBeNull();
  });
});
