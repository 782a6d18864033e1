import type { Pixels } from '@/core/draw/flatColours';
import { refuse, success, type Result } from '@/core/findings';
import { imageSize } from '@/core/imageSize';
import { cellsOf, gridOf } from '@/core/relief/cells';
import { byteOfLinear, putLinear } from '@/core/relief/colourSpace';
import { reliefLayers, shadesKey, type ReliefDrawing } from '@/core/relief/drawing';
import { layRelief, type LaidRelief } from '@/core/relief/layRelief';
import { searchStacks, type SearchAnswer } from '@/core/relief/search';
import { shadesOf, type PictureCells, type Shades } from '@/core/relief/shades';
import {
  levelColours,
  looksFor,
  spoolsByLayer,
  type ReliefSpool,
  type Stack,
} from '@/core/relief/stack';
import { surfaceOf } from '@/core/relief/surface';
import { offer } from './line/offer';

/** Longest side of a picture that is kept, px: finer than any nozzle prints. */
const LONGEST = 1200;
/** A picture with more pixels than this is not unpacked. */
const MOST_PIXELS = 40e6;
const TOO_LARGE = refuse('too-large', 'The picture has more than 40 megapixels. Make it smaller.');
/** Bytes in which a picture has said how large it is. */
const HEAD = 1 << 20;
/** Shades that a search compares. */
const MOST_SHADES = 40;

/** A picture, and which one it is, so that it is put into squares once. */
export interface HeldPicture {
  readonly id: string;
  readonly pixels: Pixels;
}

/** What a relief is worked out from. */
export interface ReliefOrder {
  readonly picture: HeldPicture;
  readonly drawing: ReliefDrawing;
  readonly spools: readonly ReliefSpool[];
  /** By shade: the layers that it is to have; null where that is free. */
  readonly pins: readonly (number | null)[];
}

/** A shade of the picture, `#rrggbb`, and its share. */
export interface ShownShade {
  readonly colour: string;
  readonly share: number;
}

/** A relief with what is shown of it. */
export interface ReliefView {
  readonly laid: LaidRelief;
  readonly cellMm: number;
  readonly shades: readonly ShownShade[];
  /** The picture in its squares, as the `look` of the relief. */
  readonly picture: Uint8ClampedArray<ArrayBuffer>;
  /** What is seen at each height from the base's on, `#rrggbb`: in the light that the relief is made for. */
  readonly levels: readonly string[];
}

let held: { readonly key: string; readonly cells: PictureCells; readonly shades: Shades } | null =
  null;

function prepared({ picture, drawing }: ReliefOrder): { cells: PictureCells; shades: Shades } {
  const key = `${picture.id} ${shadesKey(drawing)}`;
  if (held?.key !== key) {
    const cells = cellsOf(picture.pixels, drawing);
    held = { key, cells, shades: shadesOf(cells, MOST_SHADES) };
  }
  return held;
}

/** Makes reliefs beside the page. */
const service = {
  /** Unpacks a picture, the right way up, no larger than it is worth. */
  async decode(file: Blob): Promise<Result<Pixels>> {
    const size = imageSize(new Uint8Array(await file.slice(0, HEAD).arrayBuffer()));
    if (size && size.width * size.height > MOST_PIXELS) return TOO_LARGE;
    try {
      const whole = await createImageBitmap(file, { imageOrientation: 'from-image' });
      return pixelsOf(whole);
    } catch {
      return refuse('cannot-read', 'The browser cannot read this picture.');
    }
  },

  /** The best stacks for each number of swaps. */
  search(order: ReliefOrder, tell: (share: number) => void): SearchAnswer {
    const { drawing, spools, pins } = order;
    const { cells, shades } = prepared(order);
    const { cellMm } = gridOf(order.picture.pixels, drawing);
    const solid = cells.solid.reduce((sum, one) => sum + one, 0);
    const frame = Math.round(drawing.frame / cellMm);
    const framed = (cells.columns + 2 * frame) * (cells.rows + 2 * frame);
    return searchStacks(
      {
        spools,
        layers: reliefLayers(drawing),
        light: drawing.light,
        shades,
        pins,
        mostSwaps: drawing.mostSwaps,
        mostSpools: drawing.mostSpools,
        areaMm2: solid * cellMm ** 2,
        fullMm2: (framed - cells.columns * cells.rows) * cellMm ** 2,
      },
      tell,
    );
  },

  /** The relief of a stack, in daylight and backlit. */
  lay(order: ReliefOrder, stack: Stack): ReliefView {
    const { drawing, spools, pins } = order;
    const { cells, shades } = prepared(order);
    const { cellMm } = gridOf(order.picture.pixels, drawing);
    const inputs = { drawing, layers: reliefLayers(drawing), cells, cellMm, shades, spools };
    const laid = layRelief(inputs, stack, pins);
    return {
      laid,
      cellMm,
      shades: shownShades(shades),
      picture: pictureLook(cells, laid),
      levels: levelsOf(stack, order),
    };
  },

  /** The surface of a relief, to print it. */
  surface(laid: LaidRelief, cellMm: number, drawing: ReliefDrawing): Float32Array<ArrayBuffer> {
    return surfaceOf(laid.grid, cellMm, drawing);
  },
};

function pixelsOf(whole: ImageBitmap): Result<Pixels> {
  try {
    if (whole.width * whole.height > MOST_PIXELS) {
      return TOO_LARGE;
    }
    const scale = Math.min(1, LONGEST / Math.max(whole.width, whole.height));
    const width = Math.max(1, Math.round(whole.width * scale));
    const height = Math.max(1, Math.round(whole.height * scale));
    const pen = new OffscreenCanvas(width, height).getContext('2d');
    if (!pen) return refuse('cannot-read', 'The browser has no memory to draw the picture.');
    pen.imageSmoothingQuality = 'high';
    pen.drawImage(whole, 0, 0, width, height);
    const { data } = pen.getImageData(0, 0, width, height);
    return success({ width, height, data });
  } finally {
    whole.close();
  }
}

const hexOf = (lab: Float32Array, at: number): string => {
  const linear = new Float32Array(3);
  putLinear(lab, at, linear, 0);
  return `#${[...linear].map((part) => byteOfLinear(part).toString(16).padStart(2, '0')).join('')}`;
};

function levelsOf(stack: Stack, { drawing, spools }: ReliefOrder): string[] {
  const layers = reliefLayers(drawing);
  const looks = looksFor(spools, layers, drawing.light);
  const { lab } = levelColours(spoolsByLayer(stack), layers, looks);
  return Array.from({ length: lab.length / 3 }, (_, i) => hexOf(lab, i * 3));
}

function shownShades({ lab, weights }: Shades): ShownShade[] {
  return [...weights].map((share, i) => ({ colour: hexOf(lab, i * 3), share }));
}

/** The picture as it is put into squares, in the middle of the frame. */
function pictureLook(
  cells: PictureCells,
  { grid, frame }: LaidRelief,
): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(grid.layers.length * 4);
  const linear = new Float32Array(3);
  for (let cell = 0; cell < cells.solid.length; cell++) {
    if (cells.solid[cell] === 0) continue;
    const [x, y] = [cell % cells.columns, Math.floor(cell / cells.columns)];
    const at = ((y + frame) * grid.columns + x + frame) * 4;
    putLinear(cells.lab, cell * 3, linear, 0);
    for (let k = 0; k < 3; k++) out[at + k] = byteOfLinear(linear[k]);
    out[at + 3] = 255;
  }
  return out;
}

export type ReliefService = typeof service;

offer(service);
