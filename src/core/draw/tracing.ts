import tracer from 'imagetracerjs';
import { ClipperD, ClipType, FillRule, type PathD } from 'clipper2-ts';
import { refuse, success, type Result } from '../findings';
import type { Area } from './areas';
import { moduleOf } from './code';
import { bezier } from './lettering';
import { MOST_INKS } from './plate';
import { unitPicture, type PlatePicture } from './picture';

/** A picture as a canvas gives it: four bytes a pixel, row by row from the top. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** A pixel that is less solid than this shows the base. */
const SOLID = 128;
/** Mean distance of pixels from the colour that they are drawn in, of 255, beyond which it is a photograph. */
const FLAT = 20;
/** Colours that take less of the picture are joined with others. */
const LEAST_SHARE = 0.004;

/**
 * Traces a picture of few flat colours. What lies along its edges is the ground, and is left out.
 * Refuses photographs: their shades cannot be made of a few filaments.
 */
export function tracePicture(pixels: Pixels, name: string): Result<PlatePicture> {
  const flattened = onWhite(pixels);
  const palette = paletteOf(flattened);
  const { away, shares } = nearness(flattened, palette);
  if (away > FLAT) {
    return refuse(
      'not-flat',
      'This looks like a photograph: its shades cannot be made of a few filaments. Take a drawing in flat colours.',
    );
  }
  const used = palette.filter((_, i) => shares[i] >= LEAST_SHARE);
  if (used.length < 2) return refuse('not-flat', 'There is nothing on this picture.');
  const traced = tracer.imagedataToTracedata(flattened, {
    pal: used.map(([r, g, b]) => ({ r, g, b, a: 255 })),
    colorquantcycles: 1,
    ltres: 0.6,
    qtres: 0.6,
    pathomit: 6,
    rightangleenhance: true,
  });
  const ground = groundOf(flattened, used);
  const colours = traced.layers.flatMap((paths, i) => {
    const area = i === ground ? [] : evenOdd(paths.map(({ segments }) => outline(segments)));
    return area.length === 0 ? [] : [{ colour: hex(used[i]), area }];
  });
  if (colours.length === 0) return refuse('not-flat', 'There is nothing on this picture.');
  const unit = unitPicture(colours);
  const moduleSide = moduleIn(flattened, used[ground]);
  const notes =
    palette.length > used.length ? ['Colours that are hardly seen were joined with others.'] : [];
  const high = heightOfPixels(colours.flatMap(({ area }) => area));
  return success({
    name,
    colours: unit.toSorted((a, b) => b.area.length - a.area.length),
    moduleSide: moduleSide === null ? null : moduleSide / high,
    notes,
  });
}

type Rgb = readonly [number, number, number];

function onWhite({ width, height, data }: Pixels): Pixels {
  const out = new Uint8ClampedArray(data.length);
  for (let i = 0; i < data.length; i += 4) {
    const isSolid = data[i + 3] >= SOLID;
    for (let k = 0; k < 3; k++) out[i + k] = isSolid ? data[i + k] : 255;
    out[i + 3] = 255;
  }
  return { width, height, data: out };
}

/** The colours that a picture is best drawn in: the ground and as many as there are inks. */
function paletteOf({ data }: Pixels): Rgb[] {
  const counts = new Map<number, number>();
  for (let i = 0; i < data.length; i += 4) {
    // Colours that are nearly alike count together.
    const key = ((data[i] >> 4) << 8) | ((data[i + 1] >> 4) << 4) | (data[i + 2] >> 4);
    counts.set(key, (counts.get(key) ?? 0) + 1);
  }
  const byCount = [...counts].sort((a, b) => b[1] - a[1]);
  const chosen: Rgb[] = [];
  for (const [key] of byCount) {
    const colour: Rgb = [(key >> 8) * 17, ((key >> 4) & 15) * 17, (key & 15) * 17];
    if (chosen.every((one) => distance(one, colour) > 80)) chosen.push(colour);
    if (chosen.length === MOST_INKS + 1) break;
  }
  return chosen;
}

const distance = (a: Rgb, b: Rgb): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

const pixelAt = (data: Uint8ClampedArray, i: number): Rgb => [data[i], data[i + 1], data[i + 2]];

function nearest(colour: Rgb, palette: readonly Rgb[]): number {
  let best = 0;
  palette.forEach((one, i) => {
    if (distance(one, colour) < distance(palette[best], colour)) best = i;
  });
  return best;
}

/** How far pixels lie from their colours in the mean, and which share of them each colour has. */
function nearness({ data }: Pixels, palette: readonly Rgb[]): { away: number; shares: number[] } {
  const counts = palette.map(() => 0);
  let sum = 0;
  for (let i = 0; i < data.length; i += 4) {
    const colour = pixelAt(data, i);
    const at = nearest(colour, palette);
    counts[at]++;
    sum += distance(colour, palette[at]);
  }
  const pixels = data.length / 4;
  return { away: sum / pixels, shares: counts.map((count) => count / pixels) };
}

/** The colour that takes most of the picture's edge. */
function groundOf({ width, height, data }: Pixels, palette: readonly Rgb[]): number {
  const counts = palette.map(() => 0);
  const count = (x: number, y: number): void => {
    counts[nearest(pixelAt(data, (y * width + x) * 4), palette)]++;
  };
  for (let x = 0; x < width; x++) {
    count(x, 0);
    count(x, height - 1);
  }
  for (let y = 0; y < height; y++) {
    count(0, y);
    count(width - 1, y);
  }
  return counts.indexOf(Math.max(...counts));
}

function moduleIn({ width, height, data }: Pixels, ground: Rgb): number | null {
  const dark = new Uint8Array(width * height);
  for (let i = 0; i < dark.length; i++) {
    dark[i] = distance(pixelAt(data, i * 4), ground) > 120 ? 1 : 0;
  }
  return moduleOf({ width, height, dark });
}

type Segment = ReturnType<
  typeof tracer.imagedataToTracedata
>['layers'][number][number]['segments'][number];

/** A traced outline, y upwards, curves in short pieces. */
function outline(segments: readonly Segment[]): PathD {
  return segments.flatMap((one): PathD => {
    const from = { x: one.x1, y: -one.y1 };
    const second = { x: one.x2, y: -one.y2 };
    return one.type === 'Q' && one.x3 !== undefined && one.y3 !== undefined
      ? bezier(from, [second], { x: one.x3, y: -one.y3 })
      : [second];
  });
}

/** Outlines in outlines are holes. */
export function evenOdd(paths: Area): Area {
  const clipper = new ClipperD(4);
  clipper.addSubjectPaths(paths.filter(({ length }) => length > 2));
  const found: Area = [];
  clipper.execute(ClipType.Union, FillRule.EvenOdd, found);
  return found;
}

function heightOfPixels(area: Area): number {
  let [low, high] = [Infinity, -Infinity];
  for (const { y } of area.flat()) {
    low = Math.min(low, y);
    high = Math.max(high, y);
  }
  return high - low;
}

const hex = (colour: Rgb): string =>
  `#${colour.map((part) => part.toString(16).padStart(2, '0')).join('')}`;
