// Translates the command line, so that no command has to: npm runs it when the packages are installed.
import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { compiled } from '../scripts/lib/compiled.mjs';
import { ROOT } from '../scripts/lib/install.mjs';

const FOLDER = 'node_modules/.cache/lamella/cli';

/** The translated command line. */
export const PROGRAM = `${ROOT}/${FOLDER}/lamella.js`;
/** What V8 has made of it, as far as it was used: it need not be parsed and compiled at each start. */
export const CODE = `${ROOT}/${FOLDER}/lamella.code`;

const isNew = await compiled(
  FOLDER,
  ['cli/lamella.ts', 'cli/helperThread.ts'],
  ['cli', 'src/core', 'src/workers'],
  { format: 'cjs' },
);
if (isNew) {
  rmSync(CODE, { force: true });
  // The first command leaves the code behind: let it be this one, and not a person's.
  const run = fileURLToPath(new URL('run.mjs', import.meta.url));
  spawnSync(process.execPath, [run, 'inspect', `${ROOT}/public/demo/wader-coaster-bird.gcode`]);
}
