import {
  converter,
  differenceEuclidean,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
} from 'culori/fn';
import './colourModes';
import type { PaletteFilament } from './palette';

type Coloured = Pick<PaletteFilament, 'colour'>;

const toOklch = converter('oklch');
const toRgb = converter('rgb');
const distance = differenceEuclidean('oklab');

/** Lightness as the eye sees it (OKLab), 0 black to 1 white. */
export function lightnessOf({ colour }: Coloured): number {
  return toOklch(colour)?.l ?? 0.5;
}

/** How different two colours look: distance in OKLab, 0 for the same, 1 from black to white. */
export function differenceOf(one: Coloured, other: Coloured): number {
  return distance(one.colour, other.colour);
}

/** Neighbours nearer than this look alike (OKLab). */
const ALIKE = 0.07;

/** How eyes without one of the three kinds of cones see a colour. */
const EYES = [filterDeficiencyProt(1), filterDeficiencyDeuter(1), filterDeficiencyTrit(1)];

/** How different two colours look to the colour-blind eyes that tell them apart least. */
function differenceForSome(one: Coloured, other: Coloured): number {
  const [a, b] = [toRgb(one.colour), toRgb(other.colour)];
  if (!a || !b) return 0;
  return Math.min(...EYES.map((seen) => distance(seen(a), seen(b))));
}

/** How two neighbours tell themselves apart. */
export type Contrast = 'alike' | 'alike-for-some' | 'soft' | 'clear';

/** Neighbours nearer than this make a soft step (OKLab). */
const SOFT = 0.15;

/** How well two neighbouring colours can be told apart, also by colour-blind eyes. */
export function contrastOf(one: Coloured, other: Coloured): Contrast {
  const difference = differenceOf(one, other);
  if (difference < ALIKE) return 'alike';
  if (differenceForSome(one, other) < ALIKE) return 'alike-for-some';
  return difference < SOFT ? 'soft' : 'clear';
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
