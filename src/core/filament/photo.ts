/** Pixels to each side that are averaged: one pixel of a photo is noise. */
const AROUND = 3;

/** A picture's pixels, four bytes each: red, green, blue and how opaque. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** The colour of a photo at a pixel and close around it, as `#rrggbb`; null outside of it. */
export function colourAt({ width, height, data }: Pixels, x: number, y: number): string | null {
  if (x < 0 || y < 0 || x >= width || y >= height) return null;
  const sum = [0, 0, 0];
  let count = 0;
  for (let row = Math.max(0, y - AROUND); row <= Math.min(height - 1, y + AROUND); row++) {
    for (let col = Math.max(0, x - AROUND); col <= Math.min(width - 1, x + AROUND); col++) {
      for (let i = 0; i < 3; i++) sum[i] += data[(row * width + col) * 4 + i];
      count++;
    }
  }
  return `#${sum
    .map((one) =>
      Math.round(one / count)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
}
