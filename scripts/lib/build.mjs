import { existsSync } from 'node:fs';
import { madeFrom } from './freshness.mjs';
import { ROOT, run } from './install.mjs';

const SOURCES = [
  'src',
  'public/demo',
  'scripts/offline.mts',
  'next.config.ts',
  'postcss.config.mjs',
  'tsconfig.json',
  'node_modules/.package-lock.json',
];

/**
 * Builds the application where anything of it has changed since it was built last, by whichever command.
 * @returns the exit code of building; 0 where nothing was to do.
 */
export function buildChanged(env = {}) {
  const built = madeFrom(SOURCES, '.next/lamella-sources', '.next/BUILD_ID');
  if (built.isFresh && existsSync(`${ROOT}/public/sw.js`)) return 0;
  const code = run('npm', ['run', '--silent', 'build'], env);
  if (code === 0) built.remember();
  return code;
}
