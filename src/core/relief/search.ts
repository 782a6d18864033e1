import { boundOf } from './bound';
import { Judge } from './judge';
import { holdTogether, looksFor, stackOf, type Stack } from './stack';
import type { SearchWish } from './wish';

/** The best stack of so many swaps. Differences are hundredths of that from black to white; under 2 nobody sees one. */
export interface FoundStack {
  readonly swaps: number;
  readonly stack: Stack;
  /** Mean over the picture, and the worst of its shades. */
  readonly mean: number;
  readonly worst: number;
  /** Whether all possibilities were looked at: nothing is better. */
  readonly isBest: boolean;
}

export interface SearchAnswer {
  /** By swaps, from none: each that is better than those with fewer. Empty where nothing can be printed. */
  readonly found: readonly FoundStack[];
  /** No stack of these spools, whatever its swaps, comes nearer in the mean than this. */
  readonly bound: number;
}

/** How much a search may do. */
interface SearchEffort {
  /** So many stacks are all looked at: more take seconds. */
  readonly lookedAt: number;
  /** Stacks that are looked at for each number of swaps where not all can be. */
  readonly tried: number;
}

const ORDINARY_EFFORT: SearchEffort = { lookedAt: 1_500_000, tried: 30_000 };

/**
 * Looks for the stack of spools that is nearest to a picture, for each number of swaps: all of them where they are
 * few, and otherwise from good ones to better ones by small changes (iterated local search).
 * @param tell hears how much is done, 0 to 1.
 */
export function searchStacks(
  wish: SearchWish,
  tell: (share: number) => void = () => {},
  effort = ORDINARY_EFFORT,
): SearchAnswer {
  const { spools, layers } = wish;
  if (spools.length === 0) return { found: [], bound: 0 };
  const search = new Search(wish);
  const free = layers.count - layers.base;
  const most = Math.min(wish.mostSwaps, free);
  let exact = -1;
  while (exact < most && stackCount(spools.length, free, exact + 1) <= effort.lookedAt) exact++;
  if (exact >= 0) search.lookAtAll(exact);
  for (let swaps = exact + 1; swaps <= most; swaps++) {
    tell((swaps - exact - 1) / (most - exact));
    search.improve(swaps, effort.tried);
  }
  const bound = boundOf(wish);
  const found = search.best.flatMap((one, swaps): FoundStack[] => {
    const before = Math.min(Infinity, ...search.best.slice(0, swaps).map((other) => other.mean));
    if (!Number.isFinite(one.mean) || one.mean > before - LEAST_GAIN) return [];
    const { mean, worst } = search.judge.look(one.byLayer);
    const stack = stackOf([...one.byLayer]);
    return [{ swaps: stack.length - 1, stack, mean, worst, isBest: swaps <= exact }];
  });
  tell(1);
  return { found, bound };
}

/** A stack with one more swap is better by at least so much. */
const LEAST_GAIN = 1e-4;

/** How many stacks there are with so many swaps or fewer. */
export function stackCount(spools: number, free: number, swaps: number): number {
  let [sum, places] = [0, 1];
  for (let n = 0; n <= swaps; n++) {
    sum += places * spools * (spools - 1) ** n;
    places = (places * (free - n)) / (n + 1);
  }
  return sum;
}

/** A stack as the spool of each layer, and how well it does. */
interface Candidate {
  readonly byLayer: Uint8Array;
  readonly mean: number;
}

class Search {
  readonly judge: Judge;
  /** By number of swaps. */
  readonly best: Candidate[];
  private readonly holds: readonly (readonly boolean[])[];
  private readonly random = randomFrom(7);

  constructor(private readonly wish: SearchWish) {
    const { spools, layers, light } = wish;
    this.judge = new Judge(wish, looksFor(spools, layers, light));
    this.holds = holdTogether(spools);
    const none = { byLayer: new Uint8Array(layers.count), mean: Infinity };
    this.best = Array.from({ length: wish.mostSwaps + 1 }, () => none);
  }

  /** Looks at every stack with so many swaps or fewer. */
  lookAtAll(most: number): void {
    const { layers, spools, mostSpools } = this.wish;
    const byLayer = new Uint8Array(layers.count);
    const visit = (layer: number, swaps: number, used: number): void => {
      if (layer > layers.count) {
        const mean = this.judge.meanSoFar(layers.count);
        if (mean < this.best[swaps].mean && this.judge.isEnough(byLayer))
          this.best[swaps] = { byLayer: byLayer.slice(), mean };
        return;
      }
      const before = byLayer[layer - 2];
      for (let spool = 0; spool < spools.length; spool++) {
        const isSwap = spool !== before;
        const now = used | (1 << spool);
        if (isSwap && (swaps === most || !this.holds[before][spool])) continue;
        if (isSwap && bitsIn(now) > mostSpools) continue;
        byLayer[layer - 1] = spool;
        this.judge.add(layer, spool);
        visit(layer + 1, swaps + (isSwap ? 1 : 0), now);
      }
    };
    for (let spool = 0; spool < spools.length; spool++) {
      byLayer.fill(spool, 0, layers.base);
      this.judge.begin(spool);
      visit(layers.base + 1, 0, 1 << spool);
    }
  }

  /** Looks for a good stack with so many swaps: from the best with fewer, and from others, by small changes. */
  improve(swaps: number, tried: number): void {
    let left = tried;
    let start: Uint8Array | null = swaps > 0 ? this.withOneMore(this.best[swaps - 1]) : null;
    while (left > 0) {
      start ??= this.anyOf(swaps);
      left -= this.climb(start, swaps);
      // From where it is best, with a few things changed; now and then from somewhere else.
      const { byLayer, mean } = this.best[swaps];
      start = Number.isFinite(mean) && this.random() < 0.75 ? this.shaken(byLayer, swaps) : null;
      left--;
    }
  }

  /** Changes a stack as long as it gets better; answers how many it looked at. */
  private climb(start: Uint8Array, swaps: number): number {
    let at: Candidate = { byLayer: start, mean: this.judge.meanOf(start) };
    let looked = 1;
    for (;;) {
      let better: Candidate | null = null;
      for (const byLayer of this.neighbours(at.byLayer, swaps)) {
        looked++;
        const mean = this.judge.meanOf(byLayer);
        if (mean < (better ?? at).mean - 1e-9) better = { byLayer, mean };
      }
      if (!better) break;
      at = better;
    }
    if (at.mean < this.best[swaps].mean) this.best[swaps] = at;
    return looked;
  }

  /** Stacks that differ in one thing: where a swap is, or which spool a band has. */
  private *neighbours(byLayer: Uint8Array, swaps: number): Generator<Uint8Array> {
    const { base, count } = this.wish.layers;
    const bands = bandsIn(byLayer);
    for (const [i, band] of bands.entries()) {
      for (let spool = 0; spool < this.wish.spools.length; spool++) {
        if (spool === band.spool) continue;
        const made = byLayer.slice().fill(spool, band.from, band.to);
        if (this.isAllowed(made, swaps)) yield made;
      }
      if (i === 0) continue;
      for (const step of [-4, -2, -1, 1, 2, 4]) {
        const to = band.from + step;
        if (to < base || to >= count || to <= bands[i - 1].from || to >= band.to) continue;
        const made = byLayer.slice();
        if (step < 0) made.fill(band.spool, to, band.from);
        else made.fill(bands[i - 1].spool, band.from, to);
        if (this.isAllowed(made, swaps)) yield made;
      }
      const other = bands[i - 1];
      const made = byLayer.slice();
      made.fill(band.spool, other.from, band.from).fill(other.spool, band.from, band.to);
      if (this.isAllowed(made, swaps)) yield made;
    }
  }

  private isAllowed(byLayer: Uint8Array, swaps: number): boolean {
    let [used, found] = [1 << byLayer[0], 0];
    for (let i = 1; i < byLayer.length; i++) {
      if (byLayer[i] === byLayer[i - 1]) continue;
      if (!this.holds[byLayer[i - 1]][byLayer[i]] || ++found > swaps) return false;
      used |= 1 << byLayer[i];
    }
    return bitsIn(used) <= this.wish.mostSpools;
  }

  /** The best stack with one swap fewer, with the best place and spool for one more. */
  private withOneMore({ byLayer, mean }: Candidate): Uint8Array | null {
    if (!Number.isFinite(mean)) return null;
    const { base, count } = this.wish.layers;
    const swaps = bandsIn(byLayer).length;
    let best: Candidate | null = null;
    for (let from = base; from < count; from++) {
      for (let spool = 0; spool < this.wish.spools.length; spool++) {
        // To the end of the band, or of all.
        const ends = [bandsIn(byLayer).find(({ to }) => to > from)?.to ?? count, count];
        for (const end of ends) {
          const made = byLayer.slice().fill(spool, from, end);
          if (!this.isAllowed(made, swaps)) continue;
          const found = this.judge.meanOf(made);
          if (!best || found < best.mean) best = { byLayer: made, mean: found };
        }
      }
    }
    return best?.byLayer ?? null;
  }

  /** Some stack that may be printed. */
  private anyOf(swaps: number): Uint8Array {
    const { layers, spools } = this.wish;
    const pick = (below: number): number => Math.floor(this.random() * below);
    const byLayer = new Uint8Array(layers.count).fill(pick(spools.length));
    for (let i = 0; i < swaps; i++) {
      const from = layers.base + pick(layers.count - layers.base);
      const made = byLayer.slice().fill(pick(spools.length), from);
      if (this.isAllowed(made, swaps)) byLayer.set(made);
    }
    return byLayer;
  }

  /** A stack with two or three things changed. */
  private shaken(byLayer: Uint8Array, swaps: number): Uint8Array {
    let at = byLayer;
    for (let times = 2 + Math.floor(this.random() * 2); times > 0; times--) {
      const all = [...this.neighbours(at, swaps)];
      if (all.length > 0) at = all[Math.floor(this.random() * all.length)];
    }
    return at;
  }
}

/** Bands of a stack: their spool, and where they begin and end, by layer index. */
function bandsIn(byLayer: Uint8Array): { spool: number; from: number; to: number }[] {
  const bands: { spool: number; from: number; to: number }[] = [];
  byLayer.forEach((spool, i) => {
    const last = bands.at(-1);
    if (last?.spool === spool) last.to = i + 1;
    else bands.push({ spool, from: i, to: i + 1 });
  });
  return bands;
}

function bitsIn(set: number): number {
  let count = 0;
  for (let left = set; left !== 0; left &= left - 1) count++;
  return count;
}

/** The same numbers each time, from 0 to 1 (mulberry32): the same picture gives the same relief. */
function randomFrom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}
