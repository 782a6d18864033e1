// Starts the measuring, translated as it is in the browser: nothing is left to do while it measures. What is
// measured in the browser itself comes after it. `node bench/start.mjs newFile` shows what one figure is made of.
import { spawnSync } from 'node:child_process';
import { buildChanged } from '../scripts/lib/build.mjs';
import { compiled } from '../scripts/lib/compiled.mjs';

const FOLDER = 'node_modules/.cache/lamella/bench';

await compiled(
  FOLDER,
  [
    ...['run', 'memory', 'bundleMemory', 'packedModel', 'newFile'].map(
      (name) => `bench/${name}.mts`,
    ),
    'cli/helperThread.ts',
  ],
  ['bench', 'cli', 'src/core', 'src/workers'],
);
const isWhole = process.argv[2] !== 'newFile';
await import(new URL(`../${FOLDER}/${isWhole ? 'run' : 'newFile'}.js`, import.meta.url).href);

if (isWhole) {
  buildChanged();
  for (const name of ['desk', 'lists', 'days']) {
    spawnSync('npx', ['tsx', `bench/${name}.mts`], { stdio: 'inherit' });
  }
}
