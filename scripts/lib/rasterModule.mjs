import asc from 'assemblyscript/asc';
import { ROOT } from './install.mjs';

/** The raster's kernel as a WebAssembly module, in base64 without padding. */
export async function rasterModule() {
  let binary = null;
  const { error, stderr } = await asc.main(
    [
      'assembly/raster.ts',
      '--baseDir',
      ROOT,
      '--outFile',
      'raster.wasm',
      '-O3',
      '--enable',
      'simd',
      '--runtime',
      'stub',
      '--importMemory',
    ],
    {
      writeFile: (name, contents) => {
        if (name.endsWith('.wasm')) binary = contents;
      },
    },
  );
  if (error || !binary) throw new Error(`assembly/raster.ts: ${stderr.toString()}`);
  return Buffer.from(binary).toString('base64').replace(/=+$/, '');
}
