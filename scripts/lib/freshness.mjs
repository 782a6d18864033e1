import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './install.mjs';

/** Names, sizes and times of all files under the paths: alike when nothing was touched. */
function stateOf(paths) {
  const lines = [];
  const visit = (path) => {
    const found = statSync(join(ROOT, path), { throwIfNoEntry: false });
    if (!found) return;
    if (found.isDirectory()) {
      for (const name of readdirSync(join(ROOT, path)).sort()) visit(`${path}/${name}`);
    } else lines.push(`${path} ${found.size} ${found.mtimeMs}`);
  };
  paths.forEach(visit);
  return lines.join('\n');
}

/**
 * What was made of sources, and whether it still is: `stamp` is a file that remembers how they were.
 * @param made a file that is missing when nothing was made yet.
 */
export function madeFrom(paths, stamp, made) {
  const state = stateOf(paths);
  return {
    isFresh:
      existsSync(join(ROOT, made)) &&
      existsSync(join(ROOT, stamp)) &&
      readFileSync(join(ROOT, stamp), 'utf8') === state,
    /** To be called once it was made. */
    remember: () => writeFileSync(join(ROOT, stamp), state),
  };
}
