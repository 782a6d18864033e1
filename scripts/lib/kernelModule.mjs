import asc from 'assemblyscript/asc';
import { ROOT } from './install.mjs';

/** A source of `assembly/` as a WebAssembly module, in base64 without padding. */
export async function kernelModule(name) {
  let binary = null;
  const { error, stderr } = await asc.main(
    [
      `assembly/${name}.ts`,
      '--baseDir',
      ROOT,
      '--outFile',
      `${name}.wasm`,
      '-O3',
      '--enable',
      'simd',
      '--runtime',
      'stub',
      '--importMemory',
    ],
    {
      writeFile: (file, contents) => {
        if (file.endsWith('.wasm')) binary = contents;
      },
    },
  );
  if (error || !binary) throw new Error(`assembly/${name}.ts: ${stderr.toString()}`);
  return Buffer.from(binary).toString('base64').replace(/=+$/, '');
}
