// Starts the measuring, translated as it is in the browser: nothing is left to do while it measures.
import { compiled } from '../scripts/lib/compiled.mjs';

const FOLDER = 'node_modules/.cache/lamella/bench';

await compiled(
  FOLDER,
  [
    ...['run', 'memory', 'bundleMemory', 'packedModel'].map((name) => `bench/${name}.mts`),
    'cli/helperThread.ts',
  ],
  ['bench', 'cli', 'src/core', 'src/workers'],
);
await import(new URL(`../${FOLDER}/run.js`, import.meta.url).href);
