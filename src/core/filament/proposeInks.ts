import { differenceOf } from './colour';
import { STARTING_PALETTE, type PaletteFilament } from './palette';
import type { PlatePicture } from '../draw/picture';
import { MOST_INKS, type PlateDrawing } from '../draw/plate';

/** Layers of a colour that is added for a picture, where the plate has none to go by. */
const LAYERS = 2;

/**
 * Gives every colour of a picture a filament of its own, so that all together are nearest to it; none is that of
 * the base. Those that the plate lacks are put on top of the ones it has.
 */
export function proposeInks(
  { baseLetter, inks: before }: Pick<PlateDrawing, 'baseLetter' | 'inks'>,
  colours: PlatePicture['colours'],
): Pick<PlateDrawing, 'inks' | 'pictureInks'> {
  const inks = [...before];
  const free = STARTING_PALETTE.filter(({ letter }) => letter !== baseLetter);
  const there = (letter: string): number => inks.findIndex((ink) => ink.letter === letter);
  const pictureInks = nearestOfAll(colours, free).map((letter) => {
    if (letter === null) return 0;
    if (there(letter) < 0) {
      // A plate that is full has no room for another one.
      if (inks.length === MOST_INKS) return 0;
      inks.push({ letter, layers: inks.at(-1)?.layers ?? LAYERS });
    }
    return there(letter);
  });
  return { inks, pictureInks };
}

/** A letter for each colour, no letter twice, with the least difference in all; null where there are too few. */
function nearestOfAll(
  colours: PlatePicture['colours'],
  filaments: readonly PaletteFilament[],
): (string | null)[] {
  const shown = colours.slice(0, filaments.length);
  const away = shown.map((one) => filaments.map((filament) => differenceOf(filament, one)));
  let best: { readonly sum: number; readonly places: readonly number[] } = {
    sum: Infinity,
    places: [],
  };
  const choose = (places: readonly number[], sum: number): void => {
    if (sum >= best.sum) return;
    if (places.length === shown.length) {
      best = { sum, places };
      return;
    }
    filaments.forEach((_, place) => {
      if (!places.includes(place)) choose([...places, place], sum + away[places.length][place]);
    });
  };
  choose([], 0);
  return colours.map((_, i) => (i < best.places.length ? filaments[best.places[i]].letter : null));
}
