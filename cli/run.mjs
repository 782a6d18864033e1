#!/usr/bin/env node
// Starts the command line. It is translated once, and again when its sources change: translating it at
// each start would take longer than most of its answers.
import { compiled } from '../scripts/lib/compiled.mjs';

const FOLDER = 'node_modules/.cache/lamella/cli';

await compiled(
  FOLDER,
  ['cli/lamella.ts', 'cli/helperThread.ts'],
  ['cli', 'src/core', 'src/workers'],
);
await import(new URL(`../${FOLDER}/lamella.js`, import.meta.url).href);
