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

/** A module that is ready to be used any number of times. */
export type AssembledModule = WebAssembly.Module;

/** The bytes of a page of memory. */
const PAGE = 65_536;

/** A module out of base64 without padding; null where there is no such WebAssembly, or it is not allowed. */
export function assembledModule(text: string): AssembledModule | null {
  try {
    return new WebAssembly.Module(bytesOf(text));
  } catch {
    return null;
  }
}

/**
 * A module's functions with a memory of their own.
 * @param bytes how much memory it wants. It is taken in one piece, which there may not be: then it throws.
 */
export function assembledFunctions<T>(
  module: AssembledModule,
  bytes: number,
): { readonly buffer: ArrayBuffer; readonly functions: T } {
  const memory = new WebAssembly.Memory({ initial: Math.ceil(bytes / PAGE) });
  const instance = new WebAssembly.Instance(module, { env: { memory } });
  return { buffer: memory.buffer, functions: instance.exports as T };
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
