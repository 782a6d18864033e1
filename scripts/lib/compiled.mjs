import { mkdirSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { madeFrom } from './freshness.mjs';
import { ROOT } from './install.mjs';

const PACKAGES = 'node_modules/.package-lock.json';

/** What each format lacks of the other. */
const IN_FORMAT = {
  esm: {
    // Packages that are not modules ask for Node's own by `require`.
    banner: {
      js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
    },
  },
  cjs: {
    define: { 'import.meta.url': 'MODULE_URL' },
    banner: { js: "const MODULE_URL = require('node:url').pathToFileURL(__filename).href;" },
  },
};

/**
 * Translates TypeScript for Node once, and again when its sources change.
 * @param folder where the translated files go, each under the name of its entry, ending in `.js`.
 * @param entryPoints the files to begin from; threads that they start have to be among them.
 * @param sources files and folders that they are made of.
 * @param format `cjs` for what is not started as a module.
 * @returns whether it had to.
 */
export async function compiled(folder, entryPoints, sources, { format = 'esm' } = {}) {
  const made = madeFrom([...sources, PACKAGES], `${folder}/sources`, `${folder}/package.json`);
  if (made.isFresh) return false;
  // Made beside and put in place file by file, so that whoever starts at the same time meets whole files.
  const beside = `${folder}.${process.pid}`;
  mkdirSync(`${ROOT}/${folder}`, { recursive: true });
  const { build } = await import('esbuild');
  await build({
    absWorkingDir: ROOT.replace(/\/$/, ''),
    entryPoints,
    entryNames: '[name]',
    outdir: beside,
    bundle: true,
    platform: 'node',
    format,
    target: 'node20',
    // Modules before what asks by `require`: of those, only what is used is taken.
    mainFields: ['module', 'main'],
    minifySyntax: true,
    minifyWhitespace: true,
    ...IN_FORMAT[format],
  });
  const type = format === 'esm' ? 'module' : 'commonjs';
  writeFileSync(`${ROOT}/${beside}/package.json`, `{ "type": "${type}" }\n`);
  for (const name of readdirSync(`${ROOT}/${beside}`)) {
    renameSync(`${ROOT}/${beside}/${name}`, `${ROOT}/${folder}/${name}`);
  }
  rmSync(`${ROOT}/${beside}`, { recursive: true });
  made.remember();
  return true;
}
