import { describeLayer, formatMm } from '../format';
import { bottomOf, type Layer, type LayerNumber } from '../gcode/layers';
import { resolveHeight } from './resolve';

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
 * without either are of `kind`, or heights when one of them has decimals.
 */
export function readPlaces(text: string, kind: PlaceKind, layers: readonly Layer[]): TypedPlace[] {
  const found = [...text.matchAll(TOKEN)];
  const hasDecimals = found.some(([, , number]) => number.includes('.'));
  const fallback: PlaceKind = hasDecimals ? 'height' : kind;
  let word: PlaceKind | null = null;
  const kinds = found.map(([, before, , unit], i): PlaceKind => {
    if (before) word = /^layer/i.test(before) ? 'layer' : 'label';
    if (unit) {
      word = null;
      return 'height';
    }
    if (word) return word;
    const later = found.slice(i + 1).find(([, nextWord, , nextUnit]) => nextWord || nextUnit);
    return later?.[3] && !later[1] ? 'height' : fallback;
  });
  return found.map(([token, , number], i) =>
    placeOf(token.trim(), Number(number), kinds[i], layers),
  );
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
        : `The file calls no layer ${value}.`;
    return { ...none, answer };
  }
  if (layer.number === 1) return { ...none, answer: LOAD_FIRST };
  const answer = `The swap goes before ${describeLayer(layer)}.`;
  return { text, kind, layer: layer.number, other: null, answer };
}

const LOAD_FIRST = 'Before layer 1 is no swap: set it as the first load instead.';

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
  const way = `${formatMm(Math.abs(difference))} mm ${difference > 0 ? 'higher' : 'lower'}`;
  return { text, kind, layer, other, answer: `${place}${goes}, ${way}.` };
}
