import { squaredDifference } from './colourSpace';

/** A picture in squares, row by row from the top, as its colours look. */
export interface PictureCells {
  readonly columns: number;
  readonly rows: number;
  /** OKLab, three numbers each. */
  readonly lab: Float32Array<ArrayBuffer>;
  /** 1 where the picture is; 0 where it is transparent. */
  readonly solid: Uint8Array<ArrayBuffer>;
}

/** The shades of a picture: colours that stand for all of it. */
export interface Shades {
  /** OKLab, three numbers each. */
  readonly lab: Float32Array<ArrayBuffer>;
  /** The share of the picture of each; together 1. */
  readonly weights: Float32Array<ArrayBuffer>;
  /** The shade of each cell. */
  readonly ofCell: Uint8Array<ArrayBuffer>;
}

/** Colours nearer than this are counted together at first, in OKLab. */
const BIN = 0.04;
const ROUNDS = 6;

/**
 * Finds the shades of a picture: colours in small boxes, and of these as many as are wanted, each as far from the
 * others as can be and then moved to the middle of those around it (k-means; Lloyd, 1982).
 * @param most not more than 255.
 */
export function shadesOf({ lab, solid }: PictureCells, most: number): Shades {
  const bins = binsOf(lab, solid);
  const chosen = middlesOf(bins, Math.min(most, bins.length));
  const colours = new Float32Array(chosen.length * 3);
  chosen.forEach((place, i) => colours.set(place, i * 3));
  const ofCell = new Uint8Array(solid.length);
  const counts = new Float32Array(chosen.length);
  let all = 0;
  for (let cell = 0; cell < solid.length; cell++) {
    if (solid[cell] === 0) continue;
    const shade = nearestOf(colours, lab, cell * 3);
    ofCell[cell] = shade;
    counts[shade]++;
    all++;
  }
  return { lab: colours, weights: counts.map((count) => count / Math.max(1, all)), ofCell };
}

interface Bin {
  readonly place: readonly [number, number, number];
  readonly count: number;
}

function binsOf(lab: Float32Array, solid: Uint8Array): Bin[] {
  const bins = new Map<number, { sum: [number, number, number]; count: number }>();
  for (let cell = 0; cell < solid.length; cell++) {
    if (solid[cell] === 0) continue;
    let key = 0;
    for (let k = 0; k < 3; k++) key = key * 64 + Math.round(lab[cell * 3 + k] / BIN) + 16;
    let bin = bins.get(key);
    if (!bin) bins.set(key, (bin = { sum: [0, 0, 0], count: 0 }));
    bin.count++;
    for (let k = 0; k < 3; k++) bin.sum[k] += lab[cell * 3 + k];
  }
  return [...bins]
    .sort(([a], [b]) => a - b)
    .map(([, { sum, count }]): Bin => {
      return { place: [sum[0] / count, sum[1] / count, sum[2] / count], count };
    });
}

type Place = readonly [number, number, number];

const between = (a: Place, b: Place): number =>
  (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2;

function middlesOf(bins: readonly Bin[], count: number): Place[] {
  if (bins.length <= count) return bins.map(({ place }) => place);
  // The commonest first, then each time the one that is worst stood for.
  const largest = bins.reduce((best, bin) => (bin.count > best.count ? bin : best));
  const middles: Place[] = [largest.place];
  const away = bins.map(({ place }) => between(place, largest.place));
  while (middles.length < count) {
    let worst = 0;
    bins.forEach((bin, i) => {
      if (away[i] * Math.sqrt(bin.count) > away[worst] * Math.sqrt(bins[worst].count)) worst = i;
    });
    const next = bins[worst].place;
    middles.push(next);
    bins.forEach(({ place }, i) => (away[i] = Math.min(away[i], between(place, next))));
  }
  for (let round = 0; round < ROUNDS; round++) {
    const sums = middles.map(() => [0, 0, 0, 0]);
    for (const { place, count: weight } of bins) {
      let best = 0;
      middles.forEach((middle, i) => {
        if (between(place, middle) < between(place, middles[best])) best = i;
      });
      for (let k = 0; k < 3; k++) sums[best][k] += place[k] * weight;
      sums[best][3] += weight;
    }
    sums.forEach(([x, y, z, weight], i) => {
      if (weight > 0) middles[i] = [x / weight, y / weight, z / weight];
    });
  }
  return middles;
}

/** The nearest of some colours. */
export function nearestOf(colours: Float32Array, lab: Float32Array, at: number): number {
  let [best, least] = [0, Infinity];
  for (let i = 0; i < colours.length; i += 3) {
    const away = squaredDifference(colours, i, lab, at);
    if (away < least) [best, least] = [i / 3, away];
  }
  return best;
}
