import type { LayerNumber } from '../../layers';
import type { PaletteFilament } from '../../filament/palette';
import type { Band } from '../work/bands';
import type { JobPlan } from '../jobPlan';
import { partOf, withLetterOf, withoutSwap, withSwap } from './partEdits';
import { swapAt, type PartStretch } from '../parts';

/** Where a band is split when nothing better is known: in the middle. */
export function middleOf(band: Band): LayerNumber | null {
  if (band.first === band.last) return null;
  return (band.first + Math.ceil((band.last - band.first) / 2)) as LayerNumber;
}

/** Cuts a band in two before `layer`, the upper part in a colour not yet used. */
export function splitBand(plan: JobPlan, { stretches }: Band, layer: LayerNumber): JobPlan {
  return stretches.reduce((made, { part }) => withSwap(made, layer, part), plan);
}

/** The letter in which a part prints right before a stretch of it begins; null at its beginning. */
function letterBefore(plan: JobPlan, { part, from }: PartStretch): string | null {
  if (from === null) return null;
  const { firstLetter, swaps } = partOf(plan, part);
  return swapAt(swaps, from - 1)?.letter ?? firstLetter;
}

/** Prints a band in the filament of another one; swaps that change nothing then are taken out. */
function inFilamentOf(plan: JobPlan, { stretches }: Band, letter: string): JobPlan {
  return stretches.reduce(
    (made, stretch) =>
      stretch.from !== null && letterBefore(made, stretch) === letter
        ? withoutSwap(made, stretch.from, stretch.part)
        : withLetterOf(made, stretch, letter),
    plan,
  );
}

/** Lets the band before go on through this one. */
export function mergeWithBelow(plan: JobPlan, band: Band, below: Band | undefined): JobPlan {
  return below ? inFilamentOf(plan, band, below.filament.letter) : plan;
}

/** Prints this band in the colour of the one after, so that both are one. */
export function mergeWithAbove(plan: JobPlan, band: Band, above: Band): JobPlan {
  return inFilamentOf(
    withBandLetter(plan, band, above.filament.letter),
    above,
    above.filament.letter,
  );
}

/** Exchanges the filaments of two bands. */
export function exchangeColours(plan: JobPlan, one: Band, other: Band): JobPlan {
  const { letter } = one.filament;
  return withBandLetter(withBandLetter(plan, one, other.filament.letter), other, letter);
}

/** Gives a band another filament. */
function withBandLetter(plan: JobPlan, { stretches }: Band, letter: string): JobPlan {
  return stretches.reduce((made, stretch) => withLetterOf(made, stretch, letter), plan);
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
  return bands.reduce((made, band, i) => withBandLetter(made, band, letters[i]), plan);
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
