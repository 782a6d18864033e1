import type { Pixels } from '../draw/flatColours';
import { linearOfByte, putOklab } from './colourSpace';
import type { ReliefDrawing } from './drawing';
import type { PictureCells } from './shades';

/** Most squares along the longer side: finer than this nobody sees, and it would take minutes. */
const MOST_CELLS = 400;
/** What is less solid than this is cut out. */
const SOLID = 0.5;

/** The squares that a picture is printed in. */
export interface CellGrid {
  readonly columns: number;
  readonly rows: number;
  /** Side of a square, mm: not narrower than a line. */
  readonly cellMm: number;
}

/** The part of a picture that is shown, after turning, in pixels. */
function shownSize(
  { width, height }: Pick<Pixels, 'width' | 'height'>,
  { crop, turn }: Pick<ReliefDrawing, 'crop' | 'turn'>,
): readonly [number, number] {
  const [wide, tall] = turn % 2 === 0 ? [width, height] : [height, width];
  return [wide * (1 - (crop.left + crop.right) / 100), tall * (1 - (crop.top + crop.bottom) / 100)];
}

/** The grid for a picture at its width. */
export function gridOf(
  pixels: Pick<Pixels, 'width' | 'height'>,
  drawing: Pick<ReliefDrawing, 'crop' | 'turn' | 'width' | 'lineWidth'>,
): CellGrid {
  const [wide, tall] = shownSize(pixels, drawing);
  const deep = (drawing.width * tall) / wide;
  const cellMm = Math.max(drawing.lineWidth, Math.max(drawing.width, deep) / MOST_CELLS);
  const count = (mm: number): number => Math.max(2, Math.round(mm / cellMm));
  return { columns: count(drawing.width), rows: count(deep), cellMm };
}

/**
 * A picture in the squares that it is printed in: each has the mean of its pixels in linear light. Crop and turn
 * come first, then the mirror, brightness and contrast.
 */
export function cellsOf(pixels: Pixels, drawing: ReliefDrawing): PictureCells {
  const { columns, rows, cellMm } = gridOf(pixels, drawing);
  const sums = gathered(pixels, drawing, columns, rows);
  const lab = new Float32Array(columns * rows * 3);
  const solid = new Uint8Array(columns * rows);
  for (let cell = 0; cell < solid.length; cell++) {
    const [r, g, b, a, count] = sums.subarray(cell * 5, cell * 5 + 5);
    if (count === 0 || a / count < SOLID) continue;
    solid[cell] = 1;
    putOklab(r / a, g / a, b / a, lab, cell * 3);
    const contrast = drawing.contrast / 100;
    const light = (lab[cell * 3] - 0.5) * contrast + 0.5 + drawing.brightness / 100;
    lab[cell * 3] = Math.min(1, Math.max(0, light));
  }
  const cells = { columns, rows, lab, solid };
  const reach = Math.round(drawing.smoothing / cellMm);
  return reach > 0 ? smoothed(cells, reach) : cells;
}

const LINEAR = Float32Array.from({ length: 256 }, (_, byte) => linearOfByte(byte));

/** Sums of each square: red, green, blue and cover in linear light, and how many pixels. */
function gathered(
  { width, height, data }: Pixels,
  drawing: ReliefDrawing,
  columns: number,
  rows: number,
): Float64Array {
  const { crop, turn } = drawing;
  // What lies on its face is seen from behind.
  const isMirrored = drawing.isMirrored !== (drawing.face === 'down');
  const sums = new Float64Array(columns * rows * 5);
  const [wide, tall] = turn % 2 === 0 ? [width, height] : [height, width];
  const [left, top] = [(crop.left * wide) / 100, (crop.top * tall) / 100];
  const [shownWide, shownTall] = shownSize({ width, height }, drawing);
  const add = (cell: number, pixel: number): void => {
    const alpha = data[pixel * 4 + 3] / 255;
    for (let k = 0; k < 3; k++) sums[cell * 5 + k] += LINEAR[data[pixel * 4 + k]] * alpha;
    sums[cell * 5 + 3] += alpha;
    sums[cell * 5 + 4]++;
  };
  /** The pixel of a place in the turned picture. */
  const pixelAt = (x: number, y: number): number => {
    if (turn === 1) return (height - 1 - x) * width + y;
    if (turn === 2) return (height - 1 - y) * width + (width - 1 - x);
    if (turn === 3) return x * width + (width - 1 - y);
    return y * width + x;
  };
  const columnOf = (share: number): number => {
    const column = Math.min(columns - 1, Math.floor(share * columns));
    return isMirrored ? columns - 1 - column : column;
  };
  for (let y = Math.ceil(top - 0.5); y < Math.min(tall, top + shownTall - 0.5); y++) {
    const row = Math.min(rows - 1, Math.floor(((y + 0.5 - top) / shownTall) * rows));
    for (let x = Math.ceil(left - 0.5); x < Math.min(wide, left + shownWide - 0.5); x++) {
      add(row * columns + columnOf((x + 0.5 - left) / shownWide), pixelAt(x, y));
    }
  }
  // Squares smaller than a pixel take the one that they lie in.
  for (let cell = 0; cell < columns * rows; cell++) {
    if (sums[cell * 5 + 4] > 0) continue;
    const column = isMirrored ? columns - 1 - (cell % columns) : cell % columns;
    const x = Math.min(wide - 1, Math.floor(left + ((column + 0.5) / columns) * shownWide));
    const y = Math.min(tall - 1, Math.floor(top + ((Math.floor(cell / columns) + 0.5) / rows) * shownTall)); // prettier-ignore
    add(cell, pixelAt(x, y));
  }
  return sums;
}

/** Levels shades out over a square of neighbours, three times over, which is nearly a Gaussian. */
function smoothed({ columns, rows, lab, solid }: PictureCells, reach: number): PictureCells {
  let from = lab;
  for (let time = 0; time < 3; time++) {
    from = blurred(from, solid, columns, rows, 1, reach);
    from = blurred(from, solid, columns, rows, columns, reach);
  }
  return { columns, rows, lab: from, solid };
}

function blurred(
  lab: Float32Array,
  solid: Uint8Array,
  columns: number,
  rows: number,
  stride: number,
  reach: number,
): Float32Array<ArrayBuffer> {
  const out = new Float32Array(lab.length);
  const length = stride === 1 ? columns : rows;
  for (let cell = 0; cell < solid.length; cell++) {
    if (solid[cell] === 0) continue;
    const at = stride === 1 ? cell % columns : Math.floor(cell / columns);
    const sum = [0, 0, 0, 0];
    for (let i = Math.max(0, at - reach); i <= Math.min(length - 1, at + reach); i++) {
      const other = cell + (i - at) * stride;
      if (solid[other] === 0) continue;
      for (let k = 0; k < 3; k++) sum[k] += lab[other * 3 + k];
      sum[3]++;
    }
    for (let k = 0; k < 3; k++) out[cell * 3 + k] = sum[k] / sum[3];
  }
  return out;
}
