import { boxOf, type Box } from './box';
import { cut, join, overlap, type Area } from './areas';

/** A colour and how much it covers: red, green, blue from 0 to 255, and from 0 (clear) to 1. */
export interface Tint {
  readonly r: number;
  readonly g: number;
  readonly b: number;
  readonly a: number;
}

/** A part of a coat: an area in one colour. */
interface Patch {
  readonly tint: Tint;
  readonly area: Area;
  readonly box: Box;
}

/** What was painted, as it looks: areas of one colour each, that do not overlap where colours differ. */
export type Coat = readonly Patch[];

export const NO_COAT: Coat = [];

/** An area in one colour. */
export function coatOf(area: Area, tint: Tint): Coat {
  return area.length === 0 || tint.a <= 0 ? NO_COAT : [{ tint, area, box: boxOf(area) }];
}

/** One coat painted over another (source over: Porter and Duff, 1984). */
export function over(below: Coat, above: Coat): Coat {
  return above.reduce(paintPatch, below);
}

function paintPatch(below: Coat, patch: Patch): Coat {
  const kept: Patch[] = [];
  let bare = patch.area;
  for (const one of below) {
    const isAside = !meets(one.box, patch.box);
    // The same colour over itself stays what it is.
    if (isAside || (patch.tint.a >= 1 && isSame(one.tint, patch.tint))) {
      kept.push(one);
      continue;
    }
    kept.push(...coatOf(cut(one.area, patch.area), one.tint));
    if (patch.tint.a >= 1) continue;
    kept.push(...coatOf(overlap(one.area, patch.area), blended(one.tint, patch.tint)));
    bare = cut(bare, one.area);
  }
  return [...kept, ...coatOf(bare, patch.tint)];
}

function blended(below: Tint, above: Tint): Tint {
  const a = above.a + below.a * (1 - above.a);
  const part = (k: 'r' | 'g' | 'b'): number =>
    (above[k] * above.a + below[k] * below.a * (1 - above.a)) / a;
  return { r: part('r'), g: part('g'), b: part('b'), a };
}

/** A coat that lets through what is below. */
export function faded(coat: Coat, opacity: number): Coat {
  if (opacity >= 1) return coat;
  return coat.flatMap(({ area, tint }) => coatOf(area, { ...tint, a: tint.a * opacity }));
}

/** What of a coat lies in an area. */
export function clipped(coat: Coat, area: Area): Coat {
  return coat.flatMap((one) => coatOf(overlap(one.area, area), one.tint));
}

/** What of a coat shows through another one: as much as that is light and covers (SVG 2, luminance mask). */
export function masked(coat: Coat, mask: Coat): Coat {
  return mask.flatMap((one) => {
    const { r, g, b, a } = one.tint;
    const share = (a * (0.2126 * r + 0.7152 * g + 0.0722 * b)) / 255;
    return share < LEAST_SHARE ? NO_COAT : faded(clipped(coat, one.area), share);
  });
}

/** Less than this of a colour is not seen. */
const LEAST_SHARE = 0.02;

/** A coat as it looks on white paper: by colour (`#rrggbb`), each colour's areas as one. */
export function onPaper(coat: Coat): Map<string, Area> {
  const byColour = new Map<string, Area[]>();
  for (const { tint, area } of coat) {
    if (tint.a < LEAST_SHARE) continue;
    const colour = hexOf(blended({ r: 255, g: 255, b: 255, a: 1 }, tint));
    const there = byColour.get(colour);
    if (there) there.push(area);
    else byColour.set(colour, [area]);
  }
  return new Map([...byColour].map(([colour, areas]) => [colour, join(...areas)]));
}

const hexOf = ({ r, g, b }: Tint): string =>
  `#${[r, g, b].map((part) => Math.round(part).toString(16).padStart(2, '0')).join('')}`;

const meets = (a: Box, b: Box): boolean =>
  a.left <= b.right && b.left <= a.right && a.front <= b.back && b.front <= a.back;

const isSame = (a: Tint, b: Tint): boolean =>
  a.r === b.r && a.g === b.g && a.b === b.b && a.a === b.a;
