import type { LayerNumber } from '../gcode/layers';
import { withoutSwap, withSwap, type JobPlan } from './jobPlan';
import type { Band } from './bands';
import type { PaletteFilament } from '../filament/palette';

/** Where a band is split when nothing better is known: in the middle. */
export function middleOf(band: Band): LayerNumber | null {
  if (band.first === band.last) return null;
  return (band.first + Math.ceil((band.last - band.first) / 2)) as LayerNumber;
}

/** Cuts the band that holds `layer` in two, the upper part in a colour not yet used. */
export function splitBand(plan: JobPlan, layer: LayerNumber): JobPlan {
  return withSwap(plan, layer);
}

/** Lets the band below go on through this one. */
export function mergeWithBelow(plan: JobPlan, band: Band): JobPlan {
  return band.swap === null ? plan : withoutSwap(plan, band.swap);
}

/** Prints this band in the colour of the one above, so that both are one. */
export function mergeWithAbove(plan: JobPlan, band: Band, above: Band): JobPlan {
  if (above.swap === null) return plan;
  return withoutSwap(withLetterOf(plan, band, above.filament.letter), above.swap);
}

/** Exchanges the filaments of two bands. */
export function exchangeColours(plan: JobPlan, one: Band, other: Band): JobPlan {
  const { letter } = one.filament;
  return withLetterOf(withLetterOf(plan, one, other.filament.letter), other, letter);
}

function withLetterOf(plan: JobPlan, band: Band, letter: string): JobPlan {
  if (band.swap === null) return { ...plan, firstLetter: letter };
  return {
    ...plan,
    swaps: plan.swaps.map((swap) => (swap.layer === band.swap ? { ...swap, letter } : swap)),
  };
}

/** In which order the filaments of the palette are laid on the bands, lowest band first. */
export type ColourOrder = 'palette' | 'dark-to-light' | 'light-to-dark' | 'reversed';

/**
 * Sets the filaments of all bands at once. The palette's order and the reverse of the present one
 * are taken as they are; by lightness, the filaments in use are sorted.
 * @param lightness of a filament, 0 (black) to 1 (white).
 */
export function withColourOrder(
  plan: JobPlan,
  bands: readonly Band[],
  order: ColourOrder,
  lightness: (filament: PaletteFilament) => number,
): JobPlan {
  return withLetters(plan, bands, orderedLetters(plan, bands, order, lightness));
}

/** Gives the bands these filaments, lowest band first. */
export function withLetters(
  plan: JobPlan,
  bands: readonly Band[],
  letters: readonly string[],
): JobPlan {
  return bands.reduce((made, band, i) => withLetterOf(made, band, letters[i]), plan);
}

function orderedLetters(
  plan: JobPlan,
  bands: readonly Band[],
  order: ColourOrder,
  lightness: (filament: PaletteFilament) => number,
): string[] {
  const used = bands.map((band) => band.filament);
  if (order === 'reversed') return used.map(({ letter }) => letter).reverse();
  if (order === 'palette') {
    return bands.map((_, i) => plan.palette[i % plan.palette.length].letter);
  }
  const sign = order === 'dark-to-light' ? 1 : -1;
  return used.toSorted((a, b) => sign * (lightness(a) - lightness(b))).map(({ letter }) => letter);
}

/** Replaces one filament of the palette; the bands that use its letter follow. */
export function withFilament(plan: JobPlan, filament: PaletteFilament): JobPlan {
  const palette = plan.palette.map((one) => (one.letter === filament.letter ? filament : one));
  return { ...plan, palette };
}
