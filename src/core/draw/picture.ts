import { boxOf } from './box';
import { sizeOf, type Area } from './areas';

/** A picture to be put on a plate: its colours as areas around (0, 0), one unit high. */
export interface PlatePicture {
  readonly name: string;
  /** `#rrggbb` in the picture, and what is drawn in it; the largest first. */
  readonly colours: readonly { readonly colour: string; readonly area: Area }[];
  /** Side of a module of a code to be scanned, in heights of the picture; null where it is none. */
  readonly moduleSide: number | null;
  /** What is worth saying, in sentences. */
  readonly notes: readonly string[];
}

/** Turns areas of any size into a picture one unit high. */
export function unitPicture(
  colours: readonly { readonly colour: string; readonly area: Area }[],
): PlatePicture['colours'] {
  const all = colours.flatMap(({ area }) => area);
  if (all.length === 0) return [];
  const { left, right, front, back } = boxOf(all);
  const size = back - front;
  const [x0, y0] = [(left + right) / 2, (front + back) / 2];
  return colours.map(({ colour, area }) => ({
    colour,
    area: area.map((path) => path.map(({ x, y }) => ({ x: (x - x0) / size, y: (y - y0) / size }))),
  }));
}

/** The picture at a height, mm, by its colours. */
export function sizedPicture({ colours }: PlatePicture, height: number): Area[] {
  return colours.map(({ area }) =>
    area.map((path) => path.map(({ x, y }) => ({ x: x * height, y: y * height }))),
  );
}

/** Colours by the area that they take, the largest first. */
export function largestFirst(colours: PlatePicture['colours']): PlatePicture['colours'] {
  return colours.toSorted((a, b) => sizeOf(b.area) - sizeOf(a.area));
}
