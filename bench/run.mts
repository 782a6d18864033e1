// Measures the figures that Lamella promises, as ratios within one run, and keeps them in docs/benchmarks.md.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import gcodeParser from 'gcode-parser';
import { sourceOf } from '../src/core/byteSource';
import { readGcode } from '../src/core/read/reader';
import { colourTable, recolour, shadedCells } from '../src/core/geometry/recolour';
import { ORDINARY_PRINTER } from '../src/core/motion/limits';
import { prepareOutput } from '../src/core/output/apply';
import type { OutputRequest } from '../src/core/output/insert';
import { writeOutput } from '../src/core/output/parts';
import { resolveSwaps } from '../src/core/plan/resolve';
import { ORDINARY_PROFILE } from '../src/core/printer/printer';
import { plainRecipe } from '../src/core/recipe/recipe';
import { bareScan } from './bareScan';
import { makeBigFile } from './bigFile';

const MB = 1e6;
const ROUNDS = 5;
const SMALL = 8 * MB;

function secondsOf(work: () => unknown): number {
  const start = performance.now();
  work();
  return (performance.now() - start) / 1000;
}

const median = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[values.length >> 1];

/** Runs two pieces of work in turns, so that a slow moment of the machine meets both. */
function inTurns(rounds: number, a: () => unknown, b: () => unknown): [number, number] {
  const first: number[] = [];
  const second: number[] = [];
  for (let round = 0; round < rounds; round++) {
    first.push(secondsOf(a));
    second.push(secondsOf(b));
  }
  return [median(first), median(second)];
}

/** Paints a hill of 1000 × 1000 cells anew for plans whose swap is at another layer each time. */
function recolourSeconds(): number {
  const side = 1000;
  const layers = 1000;
  // A hill: as in a print, neighbouring cells lie on nearby layers.
  const top = Uint16Array.from({ length: side * side }, (_, i) => {
    const away = Math.hypot((i % side) - side / 2, Math.floor(i / side) - side / 2);
    return Math.max(1, Math.round(layers * (1 - away / (side * 0.71))));
  });
  const cells = shadedCells({ columns: side, rows: side, top });
  const pixels = new Uint32Array(side * side);
  const times = Array.from({ length: 40 }, (_, swap) =>
    secondsOf(() => {
      const table = colourTable(layers, (layer) => (layer < 400 + swap ? '#2f2b28' : '#efe7d4'));
      recolour(cells, table, pixels);
    }),
  );
  return median(times);
}

// First, while the process is small, as a page is.
const recoloured = recolourSeconds();

const file = makeBigFile(100 * MB);
const small = file.subarray(0, SMALL);
const smallText = new TextDecoder().decode(small);
console.log(`A print of ${(file.length / MB).toFixed(1)} MB is made; measuring…`);

const [bare, read] = inTurns(
  ROUNDS,
  () => bareScan(file),
  () => readGcode(file, ORDINARY_PRINTER),
);
const [parser, readSmall] = inTurns(
  3,
  () => gcodeParser.parseStringSync(smallText),
  () => readGcode(small, ORDINARY_PRINTER),
);

const reading = readGcode(file, ORDINARY_PRINTER);
const swaps = resolveSwaps(reading.layers, [
  { layer: 40, filament: 'B' },
  { layer: 900, filament: 'C' },
]);
if (!swaps.ok) throw new Error(swaps.refusal.message);
const request: OutputRequest = {
  swaps: swaps.value,
  recipe: plainRecipe('spelled-out'),
  printer: ORDINARY_PROFILE,
  stopAt: 'restart',
  takeOut: [],
  loadFirst: null,
  rewrite: [],
  addToRemaining: null,
};
const prepared = await prepareOutput(sourceOf(file), reading, request);
if (!prepared.ok) throw new Error(prepared.refusal.message);
const insertions = prepared.value;
const [copy, write] = inTurns(
  ROUNDS,
  () => {
    const copied = new Uint8Array(file.length);
    copied.set(file);
  },
  () => writeOutput(file, insertions),
);

const saved = join(mkdtempSync(join(tmpdir(), 'lamella-bench-')), 'big.gcode');
writeFileSync(saved, file);
const memory = spawnSync(
  process.execPath,
  ['--import', 'tsx', fileURLToPath(new URL('./memory.mts', import.meta.url)), saved],
  { encoding: 'utf8' },
);
rmSync(saved);
const fileMb = file.length / MB;
const overFile = (JSON.parse(memory.stdout) as { peakMb: number }).peakMb - fileMb;

interface Row {
  readonly what: string;
  readonly measured: string;
  readonly wanted: string;
  readonly reached: boolean;
}

const perMb = parser / SMALL / (read / file.length);
const rows: Row[] = [
  {
    what: 'Reading 100 MB, everything, against a bare byte scan that parses numbers',
    measured: `${(read / bare).toFixed(2)} × (${read.toFixed(2)} s against ${bare.toFixed(2)} s)`,
    wanted: 'at most 2.5 ×',
    reached: read / bare <= 2.5,
  },
  {
    what: 'Reading, per MB, against the package `gcode-parser` alone',
    measured: `${perMb.toFixed(1)} × faster (8 MB: ${readSmall.toFixed(2)} s against ${parser.toFixed(2)} s)`,
    wanted: 'at least 10 × faster',
    reached: perMb >= 10,
  },
  {
    what: 'Peak memory of the process over the file’s own bytes',
    measured: `${overFile.toFixed(0)} MB`,
    wanted: `under ${(200 + 0.5 * fileMb).toFixed(0)} MB`,
    reached: overFile < 200 + 0.5 * fileMb,
  },
  {
    what: 'Writing the output, against copying the bytes',
    measured: `${(write / copy).toFixed(2)} × (${(write * 1000).toFixed(0)} ms against ${(copy * 1000).toFixed(0)} ms)`,
    wanted: 'at most 1.5 ×',
    reached: write / copy <= 1.5,
  },
  {
    what: 'Recolouring the look from above after a moved swap, a hill of 1000 × 1000 cells and 1000 layers',
    measured: `${(recoloured * 1000).toFixed(1)} ms`,
    wanted: 'under 8 ms',
    reached: recoloured < 0.008,
  },
];

const table = [
  '| what | measured | wanted | |',
  '|---|---|---|---|',
  ...rows.map(
    ({ what, measured, wanted, reached }) =>
      `| ${what} | ${measured} | ${wanted} | ${reached ? 'reached' : 'not reached'} |`,
  ),
].join('\n');
console.log(table);

if (process.argv.includes('--keep')) {
  const machine = `${cpus().length} × ${cpus()[0].model.trim()}, Node ${process.version}`;
  const date = new Date().toISOString().slice(0, 10);
  const notes = fileURLToPath(new URL('../docs/benchmarks.notes.md', import.meta.url));
  writeFileSync(
    fileURLToPath(new URL('../docs/benchmarks.md', import.meta.url)),
    `# Figures\n\nMade by \`npm run bench -- --keep\` on ${date} (${machine}). Times are medians of ${ROUNDS} rounds in turns.\n\n${table}\n\n${readFileSync(notes, 'utf8')}`,
  );
}
