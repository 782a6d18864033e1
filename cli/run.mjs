// Starts the command line. It is translated once, and again when its sources change: translating it at
// each start would take longer than most of its answers.
import { mkdirSync } from 'node:fs';
import { madeFrom } from '../scripts/lib/freshness.mjs';

const FOLDER = 'node_modules/.cache/lamella';
const SOURCES = ['cli', 'src/core', 'src/workers', 'node_modules/.package-lock.json'];
const compiled = madeFrom(SOURCES, `${FOLDER}/sources`, `${FOLDER}/lamella.js`);

if (!compiled.isFresh) {
  const root = new URL('..', import.meta.url);
  mkdirSync(new URL(FOLDER, root), { recursive: true });
  const { build } = await import('esbuild');
  await build({
    absWorkingDir: new URL('.', root).pathname.replace(/\/$/, ''),
    entryPoints: ['cli/lamella.ts', 'cli/sideThread.ts'],
    outdir: FOLDER,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    minify: true,
    // Packages that are not modules ask for Node's own by `require`.
    banner: {
      js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
    },
  });
  compiled.remember();
}
await import(new URL(`../${FOLDER}/lamella.js`, import.meta.url).href);
