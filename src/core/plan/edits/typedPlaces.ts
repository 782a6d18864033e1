import { formatMm } from '../../format';
import { describeLayer } from '../../describeLayer';
import { bottomOf, type Layer, type LayerNumber } from '../../layers';
import { resolveHeight } from '../lists/resolve';

/** What a typed number means when it does not say so itself. */
export type PlaceKind = 'layer' | 'label' | 'height';

/** What one typed place comes to. */
export interface TypedPlace {
  /** As typed. */
  readonly text: string;
  readonly kind: PlaceKind;
  /** The swap goes before this layer; null when there is none, and the answer says why. */
  readonly layer: LayerNumber | null;
  /** The other edge of the layer that a height lies in. */
  readonly other: LayerNumber | null;
  readonly answer: string;
}

const TOKEN = /(layers?|labels?|file)?\s*(-?\d+(?:\.\d+)?|\.\d+)\s*(mm)?/gi;

/**
 * Reads places as people write them: `13, 21`, `layers 13, 21`, `1, 2, 3.4 mm`, `label 10`. A word
 * before a number counts for those after it, and `mm` for those before it that have no word. Numbers
 * without either are of `kind`; one with decimals is a height, and where most have decimals, all are.
 */
export function readPlaces(text: string, kind: PlaceKind, layers: readonly Layer[]): TypedPlace[] {
  const found = [...text.matchAll(TOKEN)];
  const decimals = found.filter(([, , number]) => number.includes('.')).length;
  const fallback: PlaceKind = 2 * decimals > found.length ? 'height' : kind;
  let word: PlaceKind | null = null;
  const kinds = found.map(([, before, number, unit], i): PlaceKind => {
    if (before) word = /^layer/i.test(before) ? 'layer' : 'label';
    if (unit) {
      word = null;
      return 'height';
    }
    if (number.includes('.')) return 'height';
    if (word) return word;
    const later = found.slice(i + 1).find(([, nextWord, , nextUnit]) => nextWord || nextUnit);
    return later?.[3] && !later[1] ? 'height' : fallback;
  });
  return found.map(([token, , number, unit], i) => {
    const place = placeOf(token.trim(), Number(number), kinds[i], layers);
    const isOdd = number.includes('.') && !unit && fallback !== 'height';
    const answer = `It has decimals, so it is read as a height. ${place.answer}`;
    return isOdd ? { ...place, answer } : place;
  });
}

/** A comma between two digits, with no blank: it divides a list, or a number. */
const TIGHT_COMMA = /(\d),(?=\d)/g;

/** What commas between digits mean: they divide numbers of a list, or are decimal commas. */
export type CommaMeaning = 'list' | 'decimal' | 'either';

/**
 * What the commas in a text mean. The rest of the text decides; else the person's own way to write
 * decimals; else what can be meant at all. `either` is to be asked.
 * @param writesDecimalComma the person's locale writes 2,4 for two and four tenths.
 */
export function commaMeaning(
  text: string,
  layers: readonly Layer[],
  writesDecimalComma: boolean,
): CommaMeaning {
  if (!TIGHT_COMMA.test(text)) return 'list';
  TIGHT_COMMA.lastIndex = 0;
  const isChain = /\d,\d+,\d/.test(text);
  const hasPoints = /\d\.\d/.test(text);
  if (isChain || hasPoints || /(layers?|labels?)\s*\d+,\d/i.test(text)) return 'list';
  // Numbers that are divided otherwise: by `;`, by a line end, or by a comma with a blank.
  if (/\d\s*(;|\n|,\s)\s*\d/.test(text)) return 'decimal';
  if (writesDecimalComma) return 'decimal';
  const canBe = (read: string): boolean =>
    readPlaces(read, 'layer', layers).every(({ layer }) => layer !== null);
  const [asList, asDecimals] = [canBe(text), canBe(withDecimalPoints(text))];
  return asList === asDecimals ? 'either' : asList ? 'list' : 'decimal';
}

/** The text with its decimal commas as points. */
export function withDecimalPoints(text: string): string {
  return text.replace(TIGHT_COMMA, '$1.');
}

function placeOf(
  text: string,
  value: number,
  kind: PlaceKind,
  layers: readonly Layer[],
): TypedPlace {
  if (kind === 'height') return placeAtHeight(text, value, layers);
  const layer =
    kind === 'layer'
      ? layers[value - 1]
      : layers.find(({ label }) => label !== null && Number(label) === value);
  const none = { text, kind, layer: null, other: null };
  if (!layer) {
    const answer =
      kind === 'layer'
        ? `There is no layer ${value}; the print has layers 1 to ${layers.length}.`
        : `No layer is labelled ${value} in the file.`;
    return { ...none, answer };
  }
  if (layer.number === 1) return { ...none, answer: LOAD_FIRST };
  const answer = `The swap goes before ${describeLayer(layer)}.`;
  return { text, kind, layer: layer.number, other: null, answer };
}

const LOAD_FIRST = 'There is no swap before layer 1: set the first load instead.';

function placeAtHeight(text: string, height: number, layers: readonly Layer[]): TypedPlace {
  const resolved = resolveHeight(layers, height);
  const kind = 'height';
  const none = { text, kind, layer: null, other: null } as const;
  if (height <= 0) return { ...none, answer: LOAD_FIRST };
  if (!resolved) {
    const top = layers.at(-1)?.z ?? 0;
    return {
      ...none,
      answer: `No layer starts at ${formatMm(height)} mm; the print ends at ${formatMm(top)} mm.`,
    };
  }
  const { layer, z, difference, other } = resolved;
  const goes = `the swap goes before layer ${layer}, at ${formatMm(z)} mm`;
  if (difference === 0) {
    return { text, kind, layer, other, answer: `A layer starts there: ${goes}.` };
  }
  const within = layers.find((one) => height > bottomOf(one) && height < one.z);
  const place = within
    ? `${formatMm(height)} mm lies inside layer ${within.number}, which runs from ${formatMm(bottomOf(within))} to ${formatMm(within.z)} mm; `
    : '';
  const apart = `${formatMm(Math.abs(difference))} mm ${difference > 0 ? 'higher' : 'lower'}`;
  return { text, kind, layer, other, answer: `${place}${goes}, ${apart}.` };
}
