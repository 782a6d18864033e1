/** A picture as a canvas gives it: four bytes a pixel, row by row from the top. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** Red, green and blue, 0 to 255. */
export type Rgb = readonly [number, number, number];

/** A picture in a few flat colours. */
export interface FlatColours {
  readonly palette: readonly Rgb[];
  /** Place in the palette of each pixel. */
  readonly labels: Uint8Array;
  /** Colours that were drawn as another one, because there were too many. */
  readonly merged: readonly { readonly colour: Rgb; readonly as: Rgb }[];
  /** Mean distance of the pixels from the colour that they are drawn in, of 441. */
  readonly away: number;
  /** How many colours the picture has by itself. */
  readonly count: number;
}

/** Neighbours nearer than this are one colour; a pixel among such ones is in no edge. */
const ALIKE = 16;
/** Colours of flat areas are told apart from here on. */
const APART = 36;
/** Where nearly nothing is flat, edges are most of the picture: its colours lie farther apart. */
const APART_IN_EDGES = 80;
const LEAST_FLAT = 0.25;
/** A colour takes at least so much of the picture, and so many pixels. */
const LEAST_SHARE = 0.001;
const LEAST_PIXELS = 6;

export const distance = (a: Rgb, b: Rgb): number =>
  Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

export const pixelAt = ({ data }: Pixels, pixel: number): Rgb => [
  data[pixel * 4],
  data[pixel * 4 + 1],
  data[pixel * 4 + 2],
];

/**
 * Finds the flat colours of a picture. Soft edges between two colours make none: each of their pixels goes to
 * the nearer of the colours around.
 * @param most colours that are kept; the nearest are merged until there are no more.
 */
export function flatColours(picture: Pixels, most: number): FlatColours {
  const total = picture.width * picture.height;
  let flat = flatPixels(picture);
  let apart = APART;
  if (countOf(flat) < LEAST_FLAT * total) {
    flat = new Uint8Array(total).fill(1);
    apart = APART_IN_EDGES;
  }
  const found = peaks(picture, flat, apart);
  const { palette, merged } = fewer(found, most);
  const labels = labelled(picture, flat, palette);
  let away = 0;
  for (let i = 0; i < total; i++) away += distance(pixelAt(picture, i), palette[labels[i]]);
  return { palette, labels, merged, away: away / total, count: found.length };
}

const countOf = (marks: Uint8Array): number => marks.reduce((sum, one) => sum + one, 0);

/** The pixels whose neighbours are alike. */
function flatPixels(picture: Pixels): Uint8Array {
  const { width, height } = picture;
  const flat = new Uint8Array(width * height);
  for (let i = 0; i < flat.length; i++) {
    const own = pixelAt(picture, i);
    flat[i] = neighboursOf(i, width, height).every(
      (other) => distance(own, pixelAt(picture, other)) < ALIKE,
    )
      ? 1
      : 0;
  }
  return flat;
}

function neighboursOf(i: number, width: number, height: number): number[] {
  const [x, y] = [i % width, Math.floor(i / width)];
  const found: number[] = [];
  if (x > 0) found.push(i - 1);
  if (x < width - 1) found.push(i + 1);
  if (y > 0) found.push(i - width);
  if (y < height - 1) found.push(i + width);
  return found;
}

interface Peak {
  readonly colour: Rgb;
  readonly count: number;
}

/** The colours that most flat pixels have, the commonest first. */
function peaks(picture: Pixels, flat: Uint8Array, apart: number): Peak[] {
  const bins = new Map<number, { count: number; sum: [number, number, number] }>();
  for (let i = 0; i < flat.length; i++) {
    if (flat[i] === 0) continue;
    const own = pixelAt(picture, i);
    // Colours that are nearly alike count together.
    const key = ((own[0] >> 4) << 8) | ((own[1] >> 4) << 4) | (own[2] >> 4);
    let bin = bins.get(key);
    if (!bin) bins.set(key, (bin = { count: 0, sum: [0, 0, 0] }));
    bin.count++;
    for (let k = 0; k < 3; k++) bin.sum[k] += own[k];
  }
  const byCount = [...bins.values()].sort((a, b) => b.count - a.count);
  const chosen: { colour: Rgb; count: number }[] = [];
  for (const { count, sum } of byCount) {
    const colour: Rgb = [sum[0] / count, sum[1] / count, sum[2] / count];
    const near = chosen.find((one) => distance(one.colour, colour) <= apart);
    if (near) near.count += count;
    else chosen.push({ colour, count });
  }
  const least = Math.max(LEAST_PIXELS, LEAST_SHARE * flat.length);
  const rounded = chosen.map(({ colour, count }): Peak => {
    const [r, g, b] = colour.map(Math.round);
    return { colour: [r, g, b], count };
  });
  return rounded.filter(({ count }, i) => i === 0 || count >= least);
}

/** Merges the nearest colours until there are few enough. */
function fewer(found: readonly Peak[], most: number): Pick<FlatColours, 'palette' | 'merged'> {
  const left = [...found];
  const merged: { colour: Rgb; as: Rgb }[] = [];
  while (left.length > most) {
    let [least, gone, kept] = [Infinity, 0, 0];
    for (let b = 1; b < left.length; b++) {
      for (let a = 0; a < b; a++) {
        const far = distance(left[a].colour, left[b].colour);
        if (far < least) [least, gone, kept] = [far, b, a];
      }
    }
    merged.push({ colour: left[gone].colour, as: left[kept].colour });
    left.splice(gone, 1);
  }
  return { palette: left.map(({ colour }) => colour), merged };
}

function nearest(colour: Rgb, palette: readonly Rgb[]): number {
  let best = 0;
  palette.forEach((one, i) => {
    if (distance(one, colour) < distance(palette[best], colour)) best = i;
  });
  return best;
}

/** No pixel has this label. */
const NONE = 255;
/** A pixel in an edge that is so near to a colour has it, if that is no mixture of those around. */
const CLEARLY = 24;
/** Mixtures lie so near to the line between two colours. */
const MIXED = 40;
/** How far around a pixel in an edge its colours are looked for. */
const AROUND = 2;

/** The palette's colour of each pixel: of flat ones the nearest, of those in edges one of the colours around. */
function labelled(picture: Pixels, flat: Uint8Array, palette: readonly Rgb[]): Uint8Array {
  const { width, height } = picture;
  const labels = new Uint8Array(flat.length).fill(NONE);
  for (let i = 0; i < flat.length; i++) {
    if (flat[i] === 1) labels[i] = nearest(pixelAt(picture, i), palette);
  }
  const flatLabels = labels.slice();
  for (let i = 0; i < flat.length; i++) {
    if (flat[i] === 1) continue;
    const own = pixelAt(picture, i);
    const best = nearest(own, palette);
    const around = labelsAround(flatLabels, i, width, height);
    const isKnown = around.includes(best);
    if (distance(own, palette[best]) > CLEARLY && !isKnown) continue;
    if (isKnown || !isMixture(palette[best], around, palette)) labels[i] = best;
  }
  grow(picture, labels, palette);
  return labels;
}

function labelsAround(labels: Uint8Array, i: number, width: number, height: number): number[] {
  const [x, y] = [i % width, Math.floor(i / width)];
  const found = new Set<number>();
  for (let row = Math.max(0, y - AROUND); row <= Math.min(height - 1, y + AROUND); row++) {
    for (let column = Math.max(0, x - AROUND); column <= Math.min(width - 1, x + AROUND); column++)
      found.add(labels[row * width + column]);
  }
  found.delete(NONE);
  return [...found];
}

function isMixture(colour: Rgb, around: readonly number[], palette: readonly Rgb[]): boolean {
  return around.some((a) =>
    around.some((b) => a < b && fromLine(colour, palette[a], palette[b]) < MIXED),
  );
}

/** Distance of a colour from the straight line between two others. */
function fromLine(colour: Rgb, a: Rgb, b: Rgb): number {
  const along = [0, 1, 2].map((k) => b[k] - a[k]);
  const length = along.reduce((sum, one) => sum + one * one, 0) || 1;
  const share = along.reduce((sum, one, k) => sum + one * (colour[k] - a[k]), 0) / length;
  const at = Math.min(1, Math.max(0, share));
  return distance(colour, [a[0] + at * along[0], a[1] + at * along[1], a[2] + at * along[2]]);
}

/** Lets colours grow over pixels that have none yet, each time that of the neighbours which is nearest. */
function grow(picture: Pixels, labels: Uint8Array, palette: readonly Rgb[]): void {
  const { width, height } = picture;
  let open = [...labels.keys()].filter((i) => labels[i] === NONE);
  while (open.length > 0) {
    const given: [number, number][] = [];
    for (const i of open) {
      const beside = neighboursOf(i, width, height).map((one) => labels[one]);
      const own = pixelAt(picture, i);
      const [best = NONE] = beside
        .filter((label) => label !== NONE)
        .sort((a, b) => distance(own, palette[a]) - distance(own, palette[b]));
      if (best !== NONE) given.push([i, best]);
    }
    if (given.length === 0) {
      for (const i of open) labels[i] = nearest(pixelAt(picture, i), palette);
      return;
    }
    for (const [i, label] of given) labels[i] = label;
    open = open.filter((i) => labels[i] === NONE);
  }
}
