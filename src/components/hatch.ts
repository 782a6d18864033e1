import type { Hatch } from '@/core/filament/hatches';

/** Side of a hatch's tile, px. */
export const HATCH_TILE = 8;

/** Each hatch as one path in its tile, stroked; the same path serves SVG and canvas. */
export const HATCH_PATH: Readonly<Record<Hatch, string>> = {
  plain: '',
  rising: 'M-2 2 L2 -2 M0 8 L8 0 M6 10 L10 6',
  falling: 'M-2 6 L2 10 M0 0 L8 8 M6 -2 L10 2',
  level: 'M0 2 H8 M0 6 H8',
  upright: 'M2 0 V8 M6 0 V8',
  dots: 'M2 2 h0.01 M6 6 h0.01',
  cross: 'M0 4 H8 M4 0 V8',
};

/** Relative luminance of `#rrggbb` after WCAG 2.2, 0 to 1. */
export function luminance(colour: string): number {
  const channel = (at: number): number => {
    const c = parseInt(colour.slice(at, at + 2), 16) / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * channel(1) + 0.7152 * channel(3) + 0.0722 * channel(5);
}

/** Black or white, whichever reads better on `colour`. */
export function inkOn(colour: string): '#000000' | '#ffffff' {
  return luminance(colour) > 0.179 ? '#000000' : '#ffffff';
}
