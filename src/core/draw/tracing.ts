import tracer from 'imagetracerjs';
import type { PathD } from 'clipper2-ts';
import { refuse, success, type Result } from '../findings';
import { evenOdd, type Area } from './areas';
import { boxOf } from './box';
import { codeArea, moduleOf, type Bitmap } from './code';
import { bezier } from './curves';
import {
  distance,
  flatColours,
  pixelAt,
  type FlatColours,
  type Pixels,
  type Rgb,
} from './flatColours';
import { MOST_INKS } from './plate';
import { largestFirst, unitPicture, type PlatePicture } from './picture';

/** A pixel that is less solid than this shows the base. */
const SOLID = 128;
/** Mean distance of pixels from the colour that they are drawn in, of 441, beyond which it is a photograph. */
const FLAT = 20;
/** So many flat colours no drawing for a plate has; a photograph has hundreds. */
const MOST_COLOURS = 16;
/** How far a piece of a curve may lie from it, pixels. */
const CURVE_PIXELS = 0.05;

/**
 * Traces a picture of few flat colours. What lies along its edges is the ground, and is left out.
 * Refuses photographs: their shades cannot be made of a few filaments.
 */
export function tracePicture(pixels: Pixels, name: string): Result<PlatePicture> {
  const flattened = onGround(pixels);
  const flat = flatColours(flattened, MOST_INKS + 1);
  if (flat.away > FLAT || flat.count > MOST_COLOURS) {
    return refuse(
      'not-flat',
      'This looks like a photo: a few filaments cannot show its shades. Make a relief from it, or use a drawing in flat colours.',
    );
  }
  const { palette } = flat;
  const ground = groundOf(flattened, flat);
  const dark = darkOf(flattened, palette[ground]);
  const moduleSide = moduleOf(dark);
  const code = moduleSide === null || palette.length > 2 ? null : codeArea(dark, moduleSide);
  const colours = code
    ? [{ colour: hex(palette[1 - ground]), area: code }]
    : tracedColours(flattened, flat, ground);
  if (colours.length === 0) return refuse('not-flat', 'This picture is empty.');
  const { back, front } = boxOf(colours.flatMap(({ area }) => area));
  return success({
    name,
    colours: largestFirst(unitPicture(colours)),
    moduleSide: moduleSide === null ? null : moduleSide / (back - front),
    notes: flat.merged.map(
      ({ colour, as }) =>
        `${hex(colour)} is drawn as ${hex(as)}: a plate takes ${MOST_INKS} colours on its base.`,
    ),
  });
}

/** The outlines of each colour but the ground. */
function tracedColours(
  { width, height }: Pixels,
  { palette, labels }: FlatColours,
  ground: number,
): { colour: string; area: Area }[] {
  const data = new Uint8ClampedArray(width * height * 4);
  labels.forEach((label, i) => data.set([...palette[label], 255], i * 4));
  const traced = tracer.imagedataToTracedata(
    { width, height, data },
    {
      pal: palette.map(([r, g, b]) => ({ r, g, b, a: 255 })),
      colorquantcycles: 1,
      ltres: 0.6,
      qtres: 0.6,
      pathomit: 6,
      rightangleenhance: true,
    },
  );
  return traced.layers.flatMap((paths, i) => {
    const area = i === ground ? [] : evenOdd(paths.map(({ segments }) => outline(segments)));
    return area.length === 0 ? [] : [{ colour: hex(palette[i]), area }];
  });
}

/** What transparent pixels may become; white is what people expect where it can be told from the drawing. */
const GROUNDS: readonly Rgb[] = [
  [255, 255, 255],
  [0, 0, 0],
  [255, 0, 255],
  [0, 255, 0],
];
/** Colours that far from each other are told apart surely. */
const TOLD_APART = 120;
/** Pixels that are looked at for the colours of what is solid. */
const LOOKED_AT = 20_000;

/** The picture without transparent pixels: they get a colour that nothing in it has, or white letters would be lost. */
function onGround({ width, height, data }: Pixels): Pixels {
  const step = Math.max(1, Math.floor((width * height) / LOOKED_AT));
  const solid: Rgb[] = [];
  for (let i = 0; i < width * height; i += step) {
    if (data[i * 4 + 3] >= SOLID) solid.push(pixelAt({ width, height, data }, i));
  }
  // A few pixels in an edge are no colour of the picture.
  const farFrom = (ground: Rgb): number => {
    const far = solid.map((one) => distance(one, ground)).sort((a, b) => a - b);
    return far[Math.floor(far.length / 100)] ?? Infinity;
  };
  const ground =
    GROUNDS.find((one) => farFrom(one) > TOLD_APART) ??
    GROUNDS.toSorted((a, b) => farFrom(b) - farFrom(a))[0];
  const out = new Uint8ClampedArray(data.length);
  for (let i = 0; i < data.length; i += 4) {
    const isSolid = data[i + 3] >= SOLID;
    for (let k = 0; k < 3; k++) out[i + k] = isSolid ? data[i + k] : ground[k];
    out[i + 3] = 255;
  }
  return { width, height, data: out };
}

/** The colour that takes most of the picture's edge. */
function groundOf({ width, height }: Pixels, { labels, palette }: FlatColours): number {
  const counts = palette.map(() => 0);
  for (let x = 0; x < width; x++) {
    counts[labels[x]]++;
    counts[labels[(height - 1) * width + x]]++;
  }
  for (let y = 0; y < height; y++) {
    counts[labels[y * width]]++;
    counts[labels[y * width + width - 1]]++;
  }
  return counts.indexOf(Math.max(...counts));
}

function darkOf(picture: Pixels, ground: Rgb): Bitmap {
  const { width, height } = picture;
  const dark = Uint8Array.from({ length: width * height }, (_, i) =>
    distance(pixelAt(picture, i), ground) > TOLD_APART ? 1 : 0,
  );
  return { width, height, dark };
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
      ? bezier(from, [second], { x: one.x3, y: -one.y3 }, CURVE_PIXELS)
      : [second];
  });
}

const hex = (colour: Rgb): string =>
  `#${colour.map((part) => part.toString(16).padStart(2, '0')).join('')}`;
