import { plainCells } from './plainCells';
import { RASTER_MODULE } from './rasterModule';
import type { MakeCells, RasterCells } from './rasterCells';

/** As much of WebAssembly as is needed here: every runtime has it, only the bare language does not name it. */
declare namespace WebAssembly {
  class Memory {
    constructor(size: { initial: number });
    readonly buffer: ArrayBuffer;
  }
  class Module {
    constructor(bytes: Uint8Array<ArrayBuffer>);
  }
  class Instance {
    constructor(module: Module, imports: object);
    readonly exports: unknown;
  }
}

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

const PAGE = 65_536;

/** The module, compiled once; null where there is no WebAssembly with SIMD, or it is not allowed. */
let compiled: WebAssembly.Module | null | undefined;

function moduleOrNull(): WebAssembly.Module | null {
  try {
    return new WebAssembly.Module(bytesOf(RASTER_MODULE));
  } catch {
    return null;
  }
}

/** The quickest cells that this machine has: both kinds do the same to the last one. */
export const fastCells: MakeCells = (words, places) => {
  if (compiled === undefined) compiled = moduleOrNull();
  if (compiled === null) return plainCells(words);
  try {
    return assembledCells(compiled, words, places);
  } catch {
    // It takes its memory in one piece, which there may not be.
    return plainCells(words);
  }
};

function assembledCells(module: WebAssembly.Module, words: number, places: number): RasterCells {
  // Two grids of bits, two of levels, and the places; the first bytes stay free.
  const bytes = words * 4 * (2 + places) + words * 32 * 2 * 2;
  const memory = new WebAssembly.Memory({ initial: Math.ceil((PAGE + bytes) / PAGE) });
  const instance = new WebAssembly.Instance(module, { env: { memory } });
  const { stampLine, foldTop, foldLow, hasNewCells } = instance.exports as RasterModule;
  const { buffer } = memory;
  let free = PAGE;
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
    foldTop: (of, from, to, level) =>
      foldTop(of.byteOffset, seen.byteOffset, top.byteOffset, from, to, level),
    foldLow: (of, from, to, level) =>
      foldLow(of.byteOffset, ever.byteOffset, low.byteOffset, from, to, level),
    hasNewCells: () => hasNewCells(seen.byteOffset, ever.byteOffset, words) !== 0,
  };
}

const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';

/** Bytes of base64 without padding. */
function bytesOf(text: string): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(Math.floor((text.length * 3) / 4));
  let bits = 0;
  let value = 0;
  let at = 0;
  for (const letter of text) {
    value = (value << 6) | ALPHABET.indexOf(letter);
    bits += 6;
    if (bits < 8) continue;
    bits -= 8;
    bytes[at++] = (value >> bits) & 255;
  }
  return bytes;
}
