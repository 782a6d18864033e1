import { assembledFunctions, assembledModule, type AssembledModule } from '../../assembled';
import { CELL_MM } from '../footprint';
import { LINES, NUMBERS } from './lineSink';
import { plainCells } from './plainCells';
import { RASTER_MODULE } from './rasterModule';
import type { MakeCells, RasterCells } from './rasterCells';

/** The functions of assembly/raster.ts; the first arguments are places in memory. */
interface RasterModule {
  stampLine: (
    bits: number,
    wordsPerRow: number,
    ax: number,
    ay: number,
    bx: number,
    by: number,
    r: number,
  ) => void;
  stampLines: (
    bits: number,
    wordsPerRow: number,
    lines: number,
    end: number,
    level: number,
    grid: number,
    box: number,
  ) => number;
  foldTop: (
    bits: number,
    seen: number,
    top: number,
    from: number,
    to: number,
    level: number,
  ) => number;
  foldLow: (
    bits: number,
    ever: number,
    low: number,
    from: number,
    to: number,
    level: number,
  ) => void;
  hasNewCells: (seen: number, ever: number, words: number) => number;
}

/** Where the grid's place, the box of the bits and the lines of a batch lie; all else is behind them. */
const GRID_AT = 1024;
const BOX_AT = 1088;
const LINES_AT = 2048;
const LINE_BYTES = NUMBERS * 8;
const FREE = Math.ceil((LINES_AT + LINES * LINE_BYTES) / 65_536) * 65_536;

/** The module, compiled once; null where there is no WebAssembly with SIMD, or it is not allowed. */
let compiled: AssembledModule | null | undefined;

/** The quickest cells that this machine has: both kinds do the same to the last one. */
export const fastCells: MakeCells = (words, places) => {
  if (compiled === undefined) compiled = assembledModule(RASTER_MODULE);
  if (compiled === null) return plainCells(words);
  try {
    return assembledCells(compiled, words, places);
  } catch {
    // It takes its memory in one piece, which there may not be.
    return plainCells(words);
  }
};

function assembledCells(module: AssembledModule, words: number, places: number): RasterCells {
  // Two grids of bits, two of levels, and the places.
  const bytes = words * 4 * (2 + places) + words * 32 * 2 * 2;
  const { buffer, functions } = assembledFunctions<RasterModule>(module, FREE + bytes);
  const { stampLine, stampLines, foldTop, foldLow, hasNewCells } = functions;
  const grid = new Float64Array(buffer, GRID_AT, 5);
  const box = new Int32Array(buffer, BOX_AT, 4);
  const lines = new Float64Array(buffer, LINES_AT, LINES * NUMBERS);
  let free = FREE;
  const bits = (): Int32Array<ArrayBuffer> => {
    const made = new Int32Array(buffer, free, words);
    free += made.byteLength;
    return made;
  };
  const levels = (): Uint16Array<ArrayBuffer> => {
    const made = new Uint16Array(buffer, free, words * 32);
    free += made.byteLength;
    return made;
  };
  const [seen, ever, top, low] = [bits(), bits(), levels(), levels()];
  const all = Array.from({ length: places }, bits);
  return {
    top,
    low,
    seen,
    ever,
    place: (index) => all[index],
    stampLine: (to, wordsPerRow, ax, ay, bx, by, r) =>
      stampLine(to.byteOffset, wordsPerRow, ax, ay, bx, by, r),
    batches: {
      load: (batch) => lines.set(batch),
      stamp: (of, from, to, { columns, rows, wordsPerRow, column0, row0 }) => {
        grid.set([1 / CELL_MM, columns, rows, column0, row0]);
        box.set([of.minRow, of.maxRow, of.minWord, of.maxWord]);
        const next = stampLines(
          of.words.byteOffset,
          wordsPerRow,
          LINES_AT + from * 8,
          LINES_AT + to * 8,
          of.level,
          GRID_AT,
          BOX_AT,
        );
        [of.minRow, of.maxRow, of.minWord, of.maxWord] = box;
        return (next - LINES_AT) / 8;
      },
    },
    foldTop: (of, from, to, level) =>
      foldTop(of.byteOffset, seen.byteOffset, top.byteOffset, from, to, level),
    foldLow: (of, from, to, level) =>
      foldLow(of.byteOffset, ever.byteOffset, low.byteOffset, from, to, level),
    hasNewCells: () => hasNewCells(seen.byteOffset, ever.byteOffset, words) !== 0,
  };
}
