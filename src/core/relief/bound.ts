import { keptPerMm, linearOf } from '../filament/look';
import { HUNDREDTHS, putOklab, squaredDifference } from './colourSpace';
import { topOfLayer } from './drawing';
import type { SearchWish } from './wish';

type Point = readonly [number, number, number];

/** Steps along each edge of what can be mixed, closer together where it is dark. */
const STEPS = 8;
/** Of more spools than this no bound is worked out. */
const MOST_SPOOLS = 12;

/**
 * A difference in the mean that no stack of the spools comes below, however many swaps it takes: every shade is
 * compared with all that could be mixed. In daylight that lies between the colours of the spools, in linear light;
 * backlit, between nothing and as much of each spool as there is height, in what they keep back.
 */
export function boundOf({ spools, layers, light, shades }: SearchWish): number {
  if (spools.length > MOST_SPOOLS) return 0;
  const high = topOfLayer(layers, layers.count) - topOfLayer(layers, layers.base);
  const corners: Point[] =
    light === 'day'
      ? spools.map(({ colour }) => linearOf(colour))
      : [[0, 0, 0], ...spools.map((spool) => keptPerMm(spool).map((kept) => kept * high) as unknown as Point)]; // prettier-ignore
  const lab = new Float32Array(3);
  const put = ([x, y, z]: Point): void => {
    if (light === 'day') putOklab(x, y, z, lab, 0);
    else putOklab(Math.exp(-x), Math.exp(-y), Math.exp(-z), lab, 0);
  };
  const nearest = new Float32Array(shades.weights.length).fill(Infinity);
  for (const corner of foursOf(corners)) {
    for (const { colour, reach } of latticeOf(corner, put, lab)) {
      for (let shade = 0; shade < nearest.length; shade++) {
        const away = Math.sqrt(squaredDifference(shades.lab, shade * 3, colour, 0)) - reach;
        if (away < nearest[shade]) nearest[shade] = away;
      }
    }
  }
  let sum = 0;
  nearest.forEach((away, shade) => (sum += shades.weights[shade] * Math.max(0, away)));
  return sum * HUNDREDTHS;
}

/** All fours of some points; fewer points are repeated. */
function foursOf(points: readonly Point[]): Point[][] {
  const all = [...points];
  while (all.length < 4) all.push(points[points.length - 1]);
  const fours: Point[][] = [];
  for (let a = 0; a < all.length; a++)
    for (let b = a + 1; b < all.length; b++)
      for (let c = b + 1; c < all.length; c++)
        for (let d = c + 1; d < all.length; d++) fours.push([all[a], all[b], all[c], all[d]]);
  return fours;
}

/** Colours all over what four points can be mixed to, each with how far it is to those beside it. */
function latticeOf(
  [p, q, r, s]: readonly Point[],
  put: (point: Point) => void,
  lab: Float32Array,
): { colour: Float32Array; reach: number }[] {
  const side = STEPS + 1;
  const mix = (a: Point, b: Point, share: number): Point => [
    a[0] + (b[0] - a[0]) * share,
    a[1] + (b[1] - a[1]) * share,
    a[2] + (b[2] - a[2]) * share,
  ];
  const share = (i: number): number => (1 - Math.cos((i / STEPS) * Math.PI)) / 2;
  const colours: Float32Array[] = [];
  for (let i = 0; i < side; i++)
    for (let j = 0; j < side; j++)
      for (let k = 0; k < side; k++) {
        put(mix(mix(mix(p, q, share(i)), r, share(j)), s, share(k)));
        colours.push(lab.slice());
      }
  const strides = [side * side, side, 1];
  return colours.map((colour, at) => {
    let reach = 0;
    for (const stride of strides) {
      const step = Math.floor(at / stride) % side;
      for (const other of [step > 0 ? at - stride : at, step < STEPS ? at + stride : at]) {
        reach = Math.max(reach, squaredDifference(colour, 0, colours[other], 0));
      }
    }
    // To the middle of the box between eight of them: half of three such ways, one after the other.
    return { colour, reach: 1.5 * Math.sqrt(reach) };
  });
}
