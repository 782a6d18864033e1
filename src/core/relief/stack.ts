import { keptPerMm, linearOf, showsThrough } from '../filament/look';
import { gramsOfMm3 } from '../filament/mass';
import { purgeVolume } from '../filament/purge';
import { doBond, sharedRange, type Spool } from '../filament/shelf/spool';
import { putOklab } from './colourSpace';
import { thicknessOf, type ReliefLayers } from './drawing';

/** What a search knows of a spool. */
export type ReliefSpool = Pick<
  Spool,
  | 'id'
  | 'name'
  | 'colour'
  | 'hidingDepth'
  | 'family'
  | 'nozzle'
  | 'density'
  | 'gramsLeft'
  | 'lightness'
  | 'stain'
> & {
  /** From which thickness on it lets no light of a lamp through, mm, where that was measured. */
  readonly hidesLamp?: number;
};

/** Layers that one spool prints. */
interface StackBand {
  /** Place among the spools. */
  readonly spool: number;
  readonly layers: number;
}

/** Spools on one another, from the bed up. */
export type Stack = readonly StackBand[];

/** The spool of each layer; entry 0 is of layer 1. */
export function spoolsByLayer(stack: Stack): number[] {
  return stack.flatMap(({ spool, layers }) => new Array<number>(layers).fill(spool));
}

/** The stack of spools by layer. */
export function stackOf(spools: readonly number[]): Stack {
  const stack: { spool: number; layers: number }[] = [];
  for (const spool of spools) {
    const last = stack.at(-1);
    if (last?.spool === spool) last.layers++;
    else stack.push({ spool, layers: 1 });
  }
  return stack;
}

/** How thin layers of some spools look, worked out once for a search. */
export interface Looks {
  readonly light: 'day' | 'lamp';
  /** By spool: its colour in linear light, three numbers each. */
  readonly own: Float64Array;
  /** By spool, for the first layer and for others: what a layer lets through, three numbers each. */
  readonly through: Float64Array;
}

/** Numbers of a spool in `through`. */
const PER_SPOOL = 6;

/** Works out what one layer of each spool does to the light. */
export function looksFor(
  spools: readonly Pick<ReliefSpool, 'colour' | 'hidingDepth' | 'hidesLamp'>[],
  layers: ReliefLayers,
  light: 'day' | 'lamp',
): Looks {
  const own = new Float64Array(spools.length * 3);
  const through = new Float64Array(spools.length * PER_SPOOL);
  spools.forEach((spool, i) => {
    own.set(linearOf(spool.colour), i * 3);
    [1, 2].forEach((layer, which) => {
      const thick = thicknessOf(layers, layer);
      const kept = keptPerMm(spool);
      for (let k = 0; k < 3; k++) {
        through[i * PER_SPOOL + which * 3 + k] =
          light === 'day' ? showsThrough(thick, spool.hidingDepth) : Math.exp(-kept[k] * thick);
      }
    });
  });
  return { light, own, through };
}

/**
 * What is seen after one more layer, in linear light. In daylight a layer mixes its own colour with what is below
 * it; backlit, it keeps back a part of what comes through.
 * @param seen three numbers: before, and after it.
 */
export function addLayer(looks: Looks, spool: number, layer: number, seen: Float64Array): void {
  const at = spool * PER_SPOOL + (layer === 1 ? 0 : 3);
  const { own, through, light } = looks;
  for (let k = 0; k < 3; k++) {
    const share = through[at + k];
    seen[k] =
      light === 'day' ? own[spool * 3 + k] * (1 - share) + seen[k] * share : seen[k] * share;
  }
}

/**
 * The colour of each height of a stack in OKLab, three numbers each, from the base up: what is seen where so many
 * layers stand. Backlit, the base alone is white: the lamp is turned up until it is.
 * @param byLayer the spool of each layer.
 */
export function levelColours(
  byLayer: readonly number[],
  { base }: Pick<ReliefLayers, 'base'>,
  looks: Looks,
): { readonly lab: Float32Array; readonly linear: Float32Array } {
  const count = byLayer.length - base + 1;
  const lab = new Float32Array(count * 3);
  const linear = new Float32Array(count * 3);
  const seen = startOf(looks, byLayer[0]);
  byLayer.forEach((spool, i) => {
    const layer = i + 1;
    if (looks.light === 'day' || layer > base) addLayer(looks, spool, layer, seen);
    if (layer < base) return;
    const at = (layer - base) * 3;
    linear.set(seen, at);
    putOklab(seen[0], seen[1], seen[2], lab, at);
  });
  return { lab, linear };
}

/** What is seen before the first layer: its own colour, as thick parts of it look; or the lamp. */
export function startOf({ light, own }: Looks, spool: number): Float64Array {
  return light === 'day' ? own.slice(spool * 3, spool * 3 + 3) : new Float64Array([1, 1, 1]);
}

/** Which spools may follow each other: their materials hold to each other, and a temperature suits both. */
export function holdTogether(
  spools: readonly Pick<ReliefSpool, 'family' | 'nozzle'>[],
): boolean[][] {
  return spools.map((a) =>
    spools.map(
      (b) => doBond(a.family, b.family) !== false && sharedRange(a.nozzle, b.nozzle) !== null,
    ),
  );
}

/** What a swap from one spool to another purges of the new one, g, by the spool before and the one after. */
export function purgedGrams(spools: readonly ReliefSpool[]): number[][] {
  return spools.map((from) => spools.map((to) => gramsOfMm3(purgeVolume(from, to), to.density)));
}
