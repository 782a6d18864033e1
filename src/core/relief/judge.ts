import { HUNDREDTHS, putOklab } from './colourSpace';
import { gramsOfMm3 } from '../filament/mass';
import { thicknessOf } from './drawing';
import type { SearchWish } from './wish';
import { addLayer, purgedGrams, startOf, type Looks } from './stack';

/** A shade that may have any height. */
const FREE = -1;
/** No spool has this place. */
const NO_SPOOL = 255;

/** How well stacks look like a picture, layer by layer, so that those that begin alike are not worked out twice. */
export class Judge {
  private readonly shadeCount: number;
  /** By number of layers: what is seen, and how far each shade is from the nearest height so far. */
  private readonly seen: Float64Array[];
  private readonly away: Float32Array[];
  private readonly level: Uint16Array[];
  private readonly lab = new Float32Array(3);
  /** By shade: the layers that it is to have. */
  private readonly pins: Int16Array;
  /** The stack that `meanOf` looked at last. */
  private readonly last: Uint8Array;
  private readonly hasLimits: boolean;
  private readonly purged: readonly (readonly number[])[];

  constructor(
    private readonly wish: SearchWish,
    private readonly looks: Looks,
  ) {
    const { layers, shades, spools, pins } = wish;
    this.pins = Int16Array.from(shades.weights, (_, i) => pins.at(i) ?? FREE);
    this.last = new Uint8Array(layers.count).fill(NO_SPOOL);
    this.shadeCount = shades.weights.length;
    const rows = layers.count + 1;
    this.seen = Array.from({ length: rows }, () => new Float64Array(3));
    this.away = Array.from({ length: rows }, () => new Float32Array(this.shadeCount));
    this.level = Array.from({ length: rows }, () => new Uint16Array(this.shadeCount));
    this.purged = purgedGrams(spools);
    this.hasLimits = spools.some(({ gramsLeft }) => gramsLeft !== null);
  }

  /** Begins a stack whose base is of a spool. */
  begin(spool: number): void {
    this.last.fill(NO_SPOOL);
    const { base } = this.wish.layers;
    const seen = startOf(this.looks, spool);
    if (this.looks.light === 'day') {
      for (let layer = 1; layer <= base; layer++) addLayer(this.looks, spool, layer, seen);
    }
    this.seen[base].set(seen);
    this.away[base].fill(Infinity);
    this.measure(base, this.away[base], this.level[base]);
  }

  /** Adds a layer to the stack as it was up to the one below. */
  add(layer: number, spool: number): void {
    const seen = this.seen[layer];
    seen.set(this.seen[layer - 1]);
    addLayer(this.looks, spool, layer, seen);
    this.away[layer].set(this.away[layer - 1]);
    this.level[layer].set(this.level[layer - 1]);
    this.measure(layer, this.away[layer], this.level[layer]);
  }

  /** The mean difference of the stack up to a layer. */
  meanSoFar(layer: number): number {
    const { weights } = this.wish.shades;
    const away = this.away[layer];
    let sum = 0;
    for (let shade = 0; shade < this.shadeCount; shade++)
      sum += weights[shade] * Math.sqrt(away[shade]);
    return sum * HUNDREDTHS;
  }

  /** The mean difference of a stack; `Infinity` where a spool does not hold enough for it. */
  meanOf(byLayer: Uint8Array): number {
    const { base, count } = this.wish.layers;
    const { last } = this;
    // What it has in common with the one before, from the bed up, is known.
    let same = 0;
    while (same < count && last[same] === byLayer[same]) same++;
    if (same < base) this.begin(byLayer[0]);
    for (let layer = Math.max(base, same) + 1; layer <= count; layer++)
      this.add(layer, byLayer[layer - 1]);
    last.set(byLayer);
    return this.isEnough(byLayer) ? this.meanSoFar(count) : Infinity;
  }

  /** The mean and the worst difference of a stack. */
  look(byLayer: Uint8Array): { readonly mean: number; readonly worst: number } {
    const mean = this.meanOf(byLayer);
    const { weights } = this.wish.shades;
    const away = this.away[this.wish.layers.count];
    let worst = 0;
    for (let shade = 0; shade < this.shadeCount; shade++) {
      if (weights[shade] > 0) worst = Math.max(worst, away[shade]);
    }
    return { mean, worst: Math.sqrt(worst) * HUNDREDTHS };
  }

  /** Whether every spool holds what the stack that was looked at last takes. */
  isEnough(byLayer: Uint8Array): boolean {
    if (!this.hasLimits) return true;
    const { spools } = this.wish;
    return this.gramsOf(byLayer).every((grams, i) => grams <= (spools[i].gramsLeft ?? Infinity));
  }

  /** Grams of each spool of the stack that was looked at last, as if all of it were solid, with what is purged. */
  private gramsOf(byLayer: Uint8Array): number[] {
    const { layers, shades, spools, areaMm2, fullMm2 } = this.wish;
    const level = this.level[layers.count];
    const share = new Float64Array(layers.count + 2);
    for (let shade = 0; shade < this.shadeCount; shade++)
      share[level[shade]] += shades.weights[shade];
    const grams = spools.map(() => 0);
    let above = 0;
    for (let layer = layers.count; layer >= 1; layer--) {
      above = layer < layers.base ? 1 : above + share[layer];
      const mm3 = (above * areaMm2 + fullMm2) * thicknessOf(layers, layer);
      const spool = byLayer[layer - 1];
      grams[spool] += gramsOfMm3(mm3, spools[spool].density);
      const before = byLayer[layer - 2];
      if (layer > 1 && before !== spool) grams[spool] += this.purged[before][spool];
    }
    return grams;
  }

  /** Takes the colour of a height for the shades that are nearer to it than to all below. */
  private measure(layer: number, away: Float32Array, level: Uint16Array): void {
    const { lab, pins, shadeCount } = this;
    const shades = this.wish.shades.lab;
    const seen = this.seen[layer];
    putOklab(seen[0], seen[1], seen[2], lab, 0);
    const light = lab[0];
    const a = lab[1];
    const b = lab[2];
    for (let shade = 0, at = 0; shade < shadeCount; shade++, at += 3) {
      const dl = shades[at] - light;
      const da = shades[at + 1] - a;
      const db = shades[at + 2] - b;
      const far = dl * dl + da * da + db * db;
      if (far >= away[shade] || (pins[shade] !== FREE && pins[shade] !== layer)) continue;
      away[shade] = far;
      level[shade] = layer;
    }
  }
}
