import { converter, differenceEuclidean } from 'culori';
import type { PaletteFilament } from '../plan/palette';

type Coloured = Pick<PaletteFilament, 'colour'>;

const toOklch = converter('oklch');
const distance = differenceEuclidean('oklab');

/** Lightness as the eye sees it (OKLab), 0 black to 1 white. */
export function lightnessOf({ colour }: Coloured): number {
  return toOklch(colour)?.l ?? 0.5;
}

/** How different two colours look: distance in OKLab, 0 for the same, 1 from black to white. */
export function differenceOf(one: Coloured, other: Coloured): number {
  return distance(one.colour, other.colour);
}

/**
 * How long a colour lingers: 0.4 (pale) over 1 (ordinary dark) to 1.6 (strong red, black). Derived
 * from the colour until the shelf knows better.
 */
export function stainOf(filament: Coloured): number {
  const { l = 0.5, c = 0, h = 0 } = toOklch(filament.colour) ?? {};
  const dark = 0.4 + 0.9 * Math.min(1, Math.max(0, (0.92 - l) / 0.6));
  const isRed = c > 0.12 && (h < 50 || h > 340);
  const isBlack = l < 0.32;
  return Math.min(1.6, dark + (isRed || isBlack ? 0.3 : 0));
}
