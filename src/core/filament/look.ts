import { converter, formatHex } from 'culori/fn';
import './colourModes';
import type { Layer } from '../layers';
import { hidingOver, type PaletteFilament } from './palette';

/**
 * How light goes through thin filament. A documented model, not a measurement:
 *
 * A filament hides what is below it at its hiding depth h. That is taken as the thickness d at which
 * light that goes in and comes out again carries 5 % of the colour below, so that the share that
 * shows through is exp(−d · ln 20 / h) (absorption and scattering after Beer and Lambert). Colours
 * are mixed in linear light. From behind, light goes through once and loses half of that; it takes on
 * the filament's own colour over three hiding depths, scattered light being coloured little. Where a test piece has
 * measured how much stops the light of a lamp, 5 % of it come through so much.
 *
 * Every place is taken as printed solid from the bed side to its top; open fill lets more through.
 */
const LEFT_AT_HIDING_DEPTH = 0.05;
/** Hiding depths over which light from behind takes on a filament's colour. */
const COLOURING_DEPTHS = 3;
/** No filament takes all of a colour away, or the darkest would hide with a hair of it. */
const DARKEST = 0.01;
/** Thinner hiding depths than this are no filament, mm. */
const LEAST_DEPTH = 0.02;

/** Red, green and blue in linear light, 0 to 1. */
export type Linear = readonly [number, number, number];

const toLinear = converter('lrgb');
const toRgb = converter('rgb');

/** A colour (`#rrggbb`) in linear light. */
export function linearOf(colour: string): Linear {
  const { r = 0, g = 0, b = 0 } = toLinear(colour) ?? {};
  return [r, g, b];
}

function hexOf([r, g, b]: Linear): string {
  return formatHex(toRgb({ mode: 'lrgb', r, g, b }));
}

function mixed(own: Linear, under: Linear, share: number): Linear {
  const part = (i: 0 | 1 | 2): number => own[i] * (1 - share) + under[i] * share;
  return [part(0), part(1), part(2)];
}

/** Layers that one filament prints, both ends included. */
interface Filled {
  readonly filament: PaletteFilament;
  readonly first: number;
  readonly last: number;
}

/** The plain colour of every layer, as if nothing showed through; entry 0 is empty. */
export function plainLooks(bands: readonly Filled[], layerCount: number): string[] {
  const colours = new Array<string>(layerCount + 1).fill('');
  for (const { filament, first, last } of bands) colours.fill(filament.colour, first, last + 1);
  return colours;
}

/** The share of the colour below that shows through so much of a filament, 0 to 1. */
export function showsThrough(thickness: number, hidingDepth: number): number {
  return LEFT_AT_HIDING_DEPTH ** (thickness / Math.max(LEAST_DEPTH, hidingDepth));
}

/**
 * The colour of every layer where it is the outermost, over what lies behind it, as `#rrggbb`;
 * entry n is of layer n, entry 0 is empty.
 * @param side from above the layers below show through; from below, those above.
 */
export function looksOf(
  bands: readonly Filled[],
  layers: readonly Pick<Layer, 'thickness'>[],
  side: 'above' | 'below',
): string[] {
  const colours = new Array<string>(layers.length + 1).fill('');
  const inOrder = side === 'above' ? bands : bands.toReversed();
  let behind: Linear | null = null;
  let under: PaletteFilament | null = null;
  for (const { filament, first, last } of inOrder) {
    const hiding = hidingOver(filament, under);
    const own = linearOf(filament.colour);
    for (let step = 0; step <= last - first; step++) {
      const layer = side === 'above' ? first + step : last - step;
      const share = showsThrough(layers[layer - 1].thickness, hiding);
      behind = mixed(own, behind ?? own, share);
      colours[layer] = hexOf(behind);
    }
    under = filament;
  }
  return colours;
}

/** The colour of a thickness of a filament over a colour, mm; its own over nothing. */
export function mixedLook(
  { colour, hidingDepth }: Pick<PaletteFilament, 'colour' | 'hidingDepth'>,
  thickness: number,
  behind: string | null,
): string {
  if (behind === null) return colour;
  return hexOf(mixed(linearOf(colour), linearOf(behind), showsThrough(thickness, hidingDepth)));
}

/** How much of red, green and blue a millimetre of filament keeps back of light from behind: natural logarithms. */
export function keptPerMm({
  colour,
  hidingDepth,
  hidesLamp = 2 * hidingDepth,
}: Pick<PaletteFilament, 'colour' | 'hidingDepth' | 'hidesLamp'>): Linear {
  const once = -Math.log(LEFT_AT_HIDING_DEPTH) / 2;
  const hiding = Math.max(LEAST_DEPTH, hidesLamp / 2);
  const part = (value: number): number =>
    (once - Math.log(Math.max(DARKEST, value)) / COLOURING_DEPTHS) / hiding;
  const [r, g, b] = linearOf(colour);
  return [part(r), part(g), part(b)];
}

/**
 * How much of red, green and blue layers 1 to n keep back: natural logarithms, four numbers a layer
 * (the fourth is 0), from nothing at entry 0. Light through layers m to n is
 * exp(depth at m − 1 − depth at n).
 */
export function opticalDepths(
  bands: readonly Filled[],
  layers: readonly Pick<Layer, 'thickness'>[],
): Float32Array<ArrayBuffer> {
  const depths = new Float32Array((layers.length + 1) * 4);
  for (const { filament, first, last } of bands) {
    const perMm = keptPerMm(filament);
    for (let layer = first; layer <= last; layer++) {
      const { thickness } = layers[layer - 1];
      perMm.forEach((depth, i) => {
        depths[layer * 4 + i] = depths[(layer - 1) * 4 + i] + depth * thickness;
      });
    }
  }
  return depths;
}

/** Cells that are looked at for the lamp. */
const SAMPLED = 20_000;
/** The brightest of them that are passed over: edges and holes where next to nothing is printed. */
const GLARE = 0.02;

/**
 * What a lamp behind a print is turned up by, so that its bright places are nearly white: the natural
 * logarithm of what they keep back of their brightest colour.
 */
export function lampDepth(
  { low, top }: { readonly low: Uint16Array; readonly top: Uint16Array },
  depths: Float32Array,
): number {
  const step = Math.max(1, Math.floor(top.length / SAMPLED));
  const kept: number[] = [];
  for (let cell = 0; cell < top.length; cell += step) {
    if (top[cell] === 0) continue;
    const [from, to] = [(low[cell] - 1) * 4, top[cell] * 4];
    kept.push(Math.min(...[0, 1, 2].map((i) => depths[to + i] - depths[from + i])));
  }
  kept.sort((a, b) => a - b);
  return kept[Math.floor(kept.length * GLARE)] ?? 0;
}

/**
 * How much brighter a backlit picture is than the light behind the print, in words: the brightest places are
 * drawn nearly white, and a picture of another print is turned up by another factor.
 * @param lamp natural logarithm of the factor, as {@link lampDepth} finds it.
 */
export function lampWords(lamp: number): string {
  const factor = Math.exp(lamp);
  return factor < 1.5
    ? 'as bright as the lamp'
    : `brightened ${factor < 10 ? factor.toFixed(1) : String(Math.round(factor))} times, so that the brightest part is white`;
}
