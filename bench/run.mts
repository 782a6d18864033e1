// Measures the figures that Lamella promises, as ratios within one run, and keeps them in docs/benchmarks.md.
import { plainRequest } from './figures/plainRequest';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, openAsBlob, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseStringSync } from 'gcode-parser';
import { deserialize, serialize } from 'node:v8';
import { threadHelpers } from '../cli/threads';
import { sourceOf } from '../src/core/byteSource';
import { GcodeReader, readGcode } from '../src/core/read/reader';
import { NO_LINES } from '../src/core/geometry/raster/lineSink';
import { colourTable, recolour, shadedCells } from '../src/core/geometry/recolour';
import { ORDINARY_PRINTER } from '../src/core/motion/limits';
import { prepareOutput } from '../src/core/write/prepare';
import { sectionsOfSwaps } from '../src/core/plan/lists/partList';
import { arrangeAsSliced } from '../src/core/write/request/partsRequest';
import type { OutputRequest } from '../src/core/write/request/request';
import { writeOutput } from '../src/core/blocks/pieces';
import { resolveSwaps } from '../src/core/plan/lists/resolve';
import { createPrintService } from '../src/workers/print/printService';
import type { OpenFile } from '../src/workers/print/protocol';
import { bareScan } from './bareScan';
import type { BundleFigures } from './bundleMemory.mts';
import type { PackedFigures } from './packedModel.mts';
import { joinSeconds } from './figures/joinFigures';
import { learnSeconds } from './figures/learnFigures';
import { drawSeconds, packedSurface } from './figures/drawFigures';
import { modelSeconds } from './figures/modelFigures';
import { reliefFigures } from './figures/reliefFigures';
import { followSeconds } from './figures/runFigures';
import { partsSeconds } from './figures/partsFigures';
import { inTurns, median, secondsOf } from './turns';
import { makeBigFile } from './bigFile';

const MB = 1e6;
/** The translated measuring lies four folders below it. */
const ROOT = fileURLToPath(new URL('../../../../', import.meta.url));
const ROUNDS = 5;
const SMALL = 8 * MB;

/** Paints a hill of 1000 × 1000 cells again for plans whose swap is at another layer each time. */
async function recolourSeconds(): Promise<number> {
  const side = 1000;
  const layers = 1000;
  // A hill: as in a print, neighbouring cells lie on nearby layers.
  const top = Uint16Array.from({ length: side * side }, (_, i) => {
    const away = Math.hypot((i % side) - side / 2, Math.floor(i / side) - side / 2);
    return Math.max(1, Math.round(layers * (1 - away / (side * 0.71))));
  });
  const cells = shadedCells({ columns: side, rows: side, top });
  const pixels = new Uint32Array(side * side);
  const times: number[] = [];
  for (let swap = 0; swap < 40; swap++) {
    times.push(
      await secondsOf(() => {
        const table = colourTable(layers, (layer) => (layer < 400 + swap ? '#2f2b28' : '#efe7d4'));
        recolour(cells, table, pixels);
      }),
    );
  }
  return median(times);
}

// First, while the process is small, as a page is.
const recoloured = await recolourSeconds();

const file = makeBigFile(100 * MB);
const small = file.subarray(0, SMALL);
const smallText = new TextDecoder().decode(small);
console.log(`A print of ${(file.length / MB).toFixed(1)} MB is made; measuring…`);

const folder = mkdtempSync(join(tmpdir(), 'lamella-bench-'));
const saved = join(folder, 'big.gcode');
writeFileSync(saved, file);
const onDisk = await openAsBlob(saved);

/** As the page opens a file that it does not know: everything, and what is kept as the browser stores it. */
async function openNew(): Promise<{ print: OpenFile; stored: Buffer }> {
  const opened = await createPrintService(threadHelpers()).open(onDisk, ORDINARY_PRINTER, () => {});
  if (!opened.ok) throw new Error(opened.refusal.message);
  return { print: opened.value, stored: serialize(opened.value.kept) };
}
const { print, stored } = await openNew();

/** As the page opens a file that it knows: what was kept goes to the worker, and the print comes back. */
async function openKnown(): Promise<void> {
  const kept = deserialize(stored) as NonNullable<OpenFile['kept']>;
  const opened = await createPrintService().openKept(onDisk, ORDINARY_PRINTER, kept);
  if (!opened) throw new Error('What was kept cannot be opened.');
  structuredClone({ ...opened, file: null });
}

const [bare, everything, known] = await inTurns(ROUNDS, () => bareScan(file), openNew, openKnown);
const readAlone = (bytes: Uint8Array): void => {
  const reader = new GcodeReader(ORDINARY_PRINTER, NO_LINES);
  reader.push(bytes);
  reader.finish();
};
const [parser, readSmall, wholeSmall] = await inTurns(
  5,
  () => parseStringSync(smallText),
  () => readAlone(small),
  () => readGcode(small, ORDINARY_PRINTER),
);

const { reading } = print;
const swaps = resolveSwaps(reading.layers, [
  { layer: 40, filament: 'B' },
  { layer: 900, filament: 'C' },
]);
if (!swaps.ok) throw new Error(swaps.refusal.message);
const request: OutputRequest = plainRequest(
  arrangeAsSliced(sectionsOfSwaps(reading, swaps.value, ''), '0'.repeat(64)),
);
const prepared = await prepareOutput(sourceOf(file), reading, request);
if (!prepared.ok) throw new Error(prepared.refusal.message);
const insertions = prepared.value;
const proving = createPrintService(threadHelpers());
await proving.openKept(onDisk, ORDINARY_PRINTER, deserialize(stored));
const [copy, write, writeAndProve] = await inTurns(
  ROUNDS,
  () => {
    const copied = new Uint8Array(file.length);
    copied.set(file);
  },
  () => writeOutput(file, insertions),
  async () => {
    const written = await proving.write(request, () => {});
    if (!written.ok || !written.value.proof.ok) throw new Error('The output is not proven.');
  },
);

const parts = await partsSeconds(100 * MB, ROUNDS);
const joins = [];
for (const order of ['fewest-swaps', 'as-sliced'] as const) {
  joins.push({ order, ...(await joinSeconds(10 * MB, order)) });
}
const followed = await followSeconds();
const learned = await learnSeconds();
const model = await modelSeconds(ROUNDS);
const drawn = await drawSeconds(ROUNDS);
const reliefs = await reliefFigures(4);
const slowest = (of: 'searchSeconds' | 'firstSeconds' | 'againSeconds'): number =>
  Math.max(...reliefs.map((one) => one[of]));
/** What a measuring in a process of its own prints. */
function alone<T>(name: string, path: string): T {
  const script = fileURLToPath(new URL(`./${name}.js`, import.meta.url));
  const { stdout } = spawnSync(process.execPath, [script, path], { encoding: 'utf8' });
  return JSON.parse(stdout) as T;
}

/** How long a program takes from start to answer, the median of some rounds, s. */
async function startsIn(...args: string[]): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < ROUNDS; i++) {
    times.push(await secondsOf(() => spawnSync(process.execPath, args, { cwd: ROOT })));
  }
  return median(times);
}

const inspected = join(folder, 'small.gcode');
writeFileSync(inspected, file.subarray(0, MB));
const inspect = await startsIn('cli/run.mjs', 'inspect', inspected);
const bareNode = await startsIn('-e', '0');
const { peakMb } = alone<{ peakMb: number }>('memory', saved);
const bundle = alone<BundleFigures>('bundleMemory', saved);
const packedPath = join(folder, 'surface.3mf');
writeFileSync(packedPath, packedSurface());
const packed = alone<PackedFigures>('packedModel', packedPath);
rmSync(folder, { recursive: true });

interface Row {
  readonly what: string;
  readonly measured: string;
  readonly wanted: string;
  /** null where no figure is wanted. */
  readonly reached: boolean | null;
}

const times = (ratio: number): string => `${ratio.toFixed(2)} ×`;
const against = (one: number, other: number): string =>
  `${times(one / other)} (${one.toFixed(2)} s against ${other.toFixed(2)} s)`;
const ms = (seconds: number): string => `${(seconds * 1000).toFixed(0)} ms`;
const rows: Row[] = [
  {
    what: 'A known job of 100 MB to its desk, against a bare scan of its bytes that parses numbers',
    measured: against(known, bare),
    wanted: 'at most 1 ×',
    reached: known / bare <= 1,
  },
  {
    what: 'A new file of 100 MB to its desk (fingerprint, blocks, state, layers, times, footprint, analysis, storing), on two cores',
    measured: against(everything, bare),
    wanted: 'at most 3 ×',
    reached: everything / bare <= 3,
  },
  {
    what: 'Reading alone (state, layers, times), per MB, against the package `gcode-parser`',
    measured: `${(parser / readSmall).toFixed(1)} × faster; with footprints ${(parser / wholeSmall).toFixed(1)} ×`,
    wanted: 'at least 10 × faster',
    reached: parser / readSmall >= 10,
  },
  {
    what: 'Peak memory of the process, reading 100 MB from the disk piece by piece',
    measured: `${peakMb.toFixed(0)} MB`,
    wanted: 'under 250 MB',
    reached: peakMb < 250,
  },
  {
    what: 'Writing the output, against copying the bytes',
    measured: `${(write / copy).toFixed(2)} × (${(write * 1000).toFixed(0)} ms against ${(copy * 1000).toFixed(0)} ms)`,
    wanted: 'at most 1.5 ×',
    reached: write / copy <= 1.5,
  },
  {
    what: 'Writing with proof, against the bare scan of the input',
    measured: against(writeAndProve, bare),
    wanted: '',
    reached: null,
  },
  {
    what: 'Recolouring the look from above after a moved swap, a hill of 1000 × 1000 cells and 1000 layers',
    measured: `${(recoloured * 1000).toFixed(1)} ms`,
    wanted: 'under 8 ms',
    reached: recoloured < 0.008,
  },
  {
    what: 'Reading a file whose tool changes three times a layer, against the same without',
    measured: against(parts.withSections, parts.plain),
    wanted: 'at most 1.05 ×',
    reached: parts.withSections / parts.plain <= 1.05,
  },
  {
    what: 'Fewest swaps, 300 layers of 8 filaments',
    measured: ms(parts.fewest),
    wanted: 'under 50 ms',
    reached: parts.fewest < 0.05,
  },
  {
    what: 'Parts and orders of 10 MB with three tools in each layer, reading included, against one tool',
    measured: against(parts.inspectThree, parts.inspectOne),
    wanted: 'at most 1.5 ×',
    reached: parts.inspectThree <= 1.5 * parts.inspectOne,
  },
  {
    what: 'Colour by colour, 12 layers of 4 filaments, exact',
    measured: ms(parts.byColour),
    wanted: 'under 1 s',
    reached: parts.byColour < 1,
  },
  {
    what: 'Writing 100 MB in another order, against copying the bytes',
    measured: against(parts.write, parts.copy),
    wanted: 'at most 2 ×',
    reached: parts.write / parts.copy <= 2,
  },
  {
    what: 'Proving that output, against reading its input',
    measured: against(parts.prove, parts.read),
    wanted: 'at most 2 ×',
    reached: parts.prove / parts.read <= 2,
  },
  ...joins.map(({ order, read, join, write, prove }): Row => {
    const how = order === 'as-sliced' ? 'file by file' : 'layer by layer';
    return {
      what: `Joining, writing and proving three files of 10 MB ${how}, against reading them`,
      measured: against(join + write + prove, read),
      wanted: 'at most 3 ×',
      reached: (join + write + prove) / read <= 3,
    };
  }),
  {
    what: 'Working out where a run of 10 h with 60 events stands',
    measured: `${(followed * 1000).toFixed(3)} ms`,
    wanted: 'under 5 ms',
    reached: followed < 0.005,
  },
  {
    what: 'Learning from 5 000 runs all that a plan reckons with',
    measured: `${(learned * 1000).toFixed(1)} ms`,
    wanted: 'under 50 ms',
    reached: learned < 0.05,
  },
  {
    what: `A model of ${(model.bytes / MB).toFixed(0)} MB (binary STL) read and its heights known, against a bare read of its bytes and one pass over its floats`,
    measured: `${against(model.heights, model.bare)}; with all that its desk wants ${model.whole.toFixed(2)} s more`,
    wanted: 'at most 3 ×',
    reached: model.heights / model.bare <= 3,
  },
  {
    what: 'Shaping a print of 1000 × 1000 cells to be turned in the hand: one draw call',
    measured: `${ms(model.surface)}, ${(2 * model.faces).toFixed(0)} triangles`,
    wanted: 'at most 800 000 triangles',
    reached: 2 * model.faces <= 800_000,
  },
  {
    what: `A 3MF of 2 million triangles (${(drawn.packedBytes / MB).toFixed(0)} MB packed) read, against unpacking it and adding up its bytes`,
    measured: against(drawn.packed, drawn.packedBare),
    wanted: 'at most 4 ×',
    reached: drawn.packed / drawn.packedBare <= 4,
  },
  {
    what: 'The same in a process that does nothing else',
    measured: `${packed.seconds.toFixed(1)} s, with ${packed.peakMb.toFixed(0)} MB at its peak`,
    wanted: 'at most 3 s and 400 MB',
    reached: packed.seconds <= 3 && packed.peakMb <= 400,
  },
  {
    what: 'A relief of 200 × 133 squares follows a swap that is moved by hand, the slowest of ten pictures',
    measured: `${ms(slowest('againSeconds'))}; ${ms(slowest('firstSeconds'))} with another picture`,
    wanted: 'within 500 ms',
    reached: slowest('againSeconds') <= 0.5,
  },
  {
    what: 'The search for up to four swaps among the twelve spools of the demo, the slowest of ten pictures',
    measured: `${slowest('searchSeconds').toFixed(1)} s; off the pictures by ${reliefs.map(({ name, mean }) => `${mean.toFixed(1)} (${name})`).join(', ')}`,
    wanted: '',
    reached: null,
  },
  {
    what: `A plate with ${drawn.letters} letters laid out beside the page`,
    measured: ms(drawn.plate),
    wanted: 'within 500 ms',
    reached: drawn.plate <= 0.5,
  },
  {
    what: '`lamella inspect` of 1 MB, from start to answer',
    measured: `${inspect.toFixed(2)} s, of which Node itself starts in ${bareNode.toFixed(2)} s`,
    wanted: 'within 0.35 s',
    reached: inspect <= 0.35,
  },
  {
    what: 'Peak memory of saving 1 GB of jobs to one file and opening it again, piece by piece',
    measured: `${bundle.peakMb.toFixed(0)} MB; ${bundle.packedMb.toFixed(0)} MB written in ${bundle.writeSeconds.toFixed(0)} s, read and checked in ${bundle.readSeconds.toFixed(0)} s`,
    wanted: 'under 300 MB',
    reached: bundle.peakMb < 300,
  },
];

const table = [
  '| what | measured | wanted | |',
  '|---|---|---|---|',
  ...rows.map(
    ({ what, measured, wanted, reached }) =>
      `| ${what} | ${measured} | ${wanted} | ${reached === null ? '' : reached ? 'reached' : 'not reached'} |`,
  ),
].join('\n');
console.log(table);

if (process.argv.includes('--keep')) {
  const machine = `${cpus().length} × ${cpus()[0].model.trim()}, Node ${process.version}`;
  const date = new Date().toISOString().slice(0, 10);
  const notes = join(ROOT, 'docs/benchmarks.notes.md');
  writeFileSync(
    join(ROOT, 'docs/benchmarks.md'),
    `# Figures\n\nMade by \`npm run bench -- --keep\` on ${date} (${machine}). Times are medians of ${ROUNDS} rounds in turns.\n\n${table}\n\n${readFileSync(notes, 'utf8')}`,
  );
}
