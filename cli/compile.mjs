// Translates the command line, so that no command has to: npm runs it when the packages are installed.
import { compiled } from '../scripts/lib/compiled.mjs';

/** Where the translated command line lies. */
export const FOLDER = 'node_modules/.cache/lamella/cli';

await compiled(
  FOLDER,
  ['cli/lamella.ts', 'cli/helperThread.ts'],
  ['cli', 'src/core', 'src/workers'],
);
