import { gzipSync, zipSync } from 'fflate';
import { swapsOf } from '../../../src/core/plan/arrangement';
import { unpackGcode } from '../../../src/core/archive/unpack';
import { sourceOf } from '../../../src/core/byteSource';
import { readGcode } from '../../../src/core/read/reader';
import type { SlicedFile } from '../../../src/core/read/slicedFile';
import { prepareOutput } from '../../../src/core/write/prepare';
import type { OutputRequest } from '../../../src/core/write/request/request';
import { writeOutput } from '../../../src/core/blocks/pieces';
import { proveOutput } from '../../../src/core/proof/proof';
import { plainRecipe } from '../../../src/core/recipe/recipe';
import { factsOf, randomPrinter, randomRecipe, randomRequest } from './fuzzRequests';
import { tryChanges } from './fuzzChanges';
import { tryJoined } from './fuzzJoined';
import { tryMixed } from './fuzzMixed';
import { tryPieces } from './fuzzPieces';
import { tryParts, type Trial } from './fuzzParts';
import { shapedPrint } from './fuzzShapes';
import { findFaults } from '../oracles/oracle';
import { bytesOf, textOf, writePrint, type FileStyle } from '../printFiles';
import { randomFrom, type Random } from './random';

/**
 * What a run makes: prints of many shapes, own lines, archives, torn files, parts side by side, tool changes in many
 * shapes, several files, several files of which one changes
 * tools, or test pieces that are printed and read off.
 */
export const FUZZ_KINDS = [
  'shapes',
  'own lines',
  'archives',
  'torn files',
  'parts',
  'changes',
  'joined',
  'mixed',
  'pieces',
] as const;
export type FuzzKind = (typeof FUZZ_KINDS)[number];

export interface FuzzResult {
  read: number;
  refused: number;
  proven: number;
  damaged: number;
  caught: number;
  readonly failures: string[];
}

/** Longest that one small file may take, ms of the processor; beyond it something hangs. */
const TOO_LONG = 5000;
/** Files of one trial of the test pieces. */
const PIECES = 6;

/** Tries `count` made-up files of a kind; whatever must not happen is among the failures. */
export async function fuzz(
  kind: FuzzKind,
  count: number,
  seed: number,
  onDone: (done: number) => void = () => {},
): Promise<FuzzResult> {
  const result = { read: 0, refused: 0, proven: 0, damaged: 0, caught: 0, failures: [] };
  for (let i = 0; i < count; i++) {
    await trySeed(kind, seed * 1_000_003 + i, result);
    onDone(i + 1);
  }
  return result;
}

/** The same for the one file of a seed that a longer run has named. */
export async function fuzzOne(kind: FuzzKind, fileSeed: number): Promise<FuzzResult> {
  const result = { read: 0, refused: 0, proven: 0, damaged: 0, caught: 0, failures: [] };
  await trySeed(kind, fileSeed, result);
  return result;
}

type Fail = (problem: string) => void;

type Try = (random: Random, result: FuzzResult, fail: Fail) => Promise<void>;

const TRIES: Readonly<Record<FuzzKind, Try>> = {
  shapes: tryShape,
  'own lines': tryOwnLines,
  archives: tryArchive,
  'torn files': tryTornFile,
  parts: ofTrial(tryParts),
  changes: ofTrial(tryChanges),
  joined: ofTrial(tryJoined),
  mixed: ofTrial(tryMixed),
  pieces: ofTrial(tryPieces),
};

async function trySeed(kind: FuzzKind, fileSeed: number, result: FuzzResult): Promise<void> {
  // Time of the processor: a machine that is busy elsewhere is no hang.
  const before = process.cpuUsage();
  const fail: Fail = (problem) => result.failures.push(`${kind}, seed ${fileSeed}: ${problem}`);
  try {
    await TRIES[kind](randomFrom(fileSeed), result, fail);
  } catch (error) {
    fail(`threw ${error instanceof Error ? error.stack : String(error)}`);
  }
  const { user, system } = process.cpuUsage(before);
  const most = kind === 'pieces' ? PIECES * TOO_LONG : TOO_LONG;
  if ((user + system) / 1000 > most) fail('hung');
}

/** A kind whose trials write, prove and damage by themselves. */
function ofTrial(trial: (random: Random) => Promise<Trial>): Try {
  return async (random, result, fail) => {
    const { outcome, damaged, caught, problem } = await trial(random);
    result.read++;
    result[outcome]++;
    if (damaged) result.damaged++;
    if (caught) result.caught++;
    if (problem) fail(problem);
  };
}

async function tryShape(random: Random, result: FuzzResult, fail: Fail): Promise<void> {
  const { text, layers, hopeless, shape } = shapedPrint(random);
  const printer = randomPrinter(random);
  const reading = readGcode(bytesOf(text), printer);
  result.read++;
  if (layers && !hopeless) {
    const found = reading.layers.map(({ z }) => z.toFixed(2)).join(' ');
    const wanted = layers.map((z) => z.toFixed(2)).join(' ');
    if (found !== wanted) fail(`${shape}: layers at ${found} instead of ${wanted}`);
  }
  const recipe = randomRecipe(random, () => []);
  const request = randomRequest(random, reading, printer, recipe);
  if (!request) return;
  const proven = await tryRequest({ text, reading, request }, random, result, fail, shape);
  if (proven && hopeless) fail(`${shape}: proven although a line cannot be followed`);
}

// prettier-ignore
const OWN_LINES = [
  'G28', 'G28 X', 'G29', 'G1 Z5', 'G1 X60 Y60 Z0.2', 'G91', 'G90', 'M82', 'M83', 'M84', 'M84 S0',
  'M84 E', 'M84 S1', 'M18', 'M18 E', 'M17', 'M112', 'M81', 'M80', 'M999', 'M141 S60', 'M191 S60',
  'M104 S0', 'M104 T1 S200', 'M104 S205', 'M109 S230', 'M140 S0', 'M92 E100', 'M200 D1.75', 'M200 D0',
  'M201 X500', 'M203 X500', 'M204 P500', 'M204 S500', 'M205 X4', 'M206 X1', 'M290 Z0.1', 'M290 Z0',
  'M502', 'M501', 'M900 K0.1', 'M220 S50', 'M221 S50', 'M106 S90', 'M106 P1 S90', 'M107', 'T0', 'T1',
  'G2 X60 Y60 I5 J0', 'G3 X50 Y50 R5', 'G5 X60 Y60 I0 J9 P0 Q9', 'G4 P200', 'G4 S9', 'G4 S600', 'G10',
  'G11', 'G20', 'G21', 'G92 E0', 'G92 X0', 'G92.1', 'G1 E5', 'G1 E-5', 'G1 F300', 'G53', 'G54', 'G61',
  'M0', 'M0 S1', 'M1', 'M25', 'M600', 'PAUSE', 'WIPE_NOZZLE', 'START_PRINT', 'M117 Hello', 'm117 S5 now',
  'm400', 'M400', 'M300 S880 P100', 'M73 P50', 'g1 z30', 'M105', 'M114', 'M110 N3', 'N5 M105', 'G1 X5 Y5',
  'G1 X', 'G1 X1e3', 'G1 X5 G1 Y5', '(note) M105', '; a note', 'M105 ; with a note', 'M851 Z-1', 'M211 S0',
] as const;

async function tryOwnLines(random: Random, result: FuzzResult, fail: Fail): Promise<void> {
  const { pick, chance, int } = random;
  const style: Partial<FileStyle> = {
    layers: 4,
    relativeE: chance(0.5),
    retract: pick(0, 0.8),
    hop: pick(0, 0.4),
  };
  const text = writePrint(style);
  const printer = randomPrinter(random);
  const reading = readGcode(bytesOf(text), printer);
  result.read++;
  const own = (): string[] => Array.from({ length: int(0, 2) }, () => pick(...OWN_LINES));
  const recipe = randomRecipe(random, own);
  const request = randomRequest(random, reading, printer, recipe);
  if (request) await tryRequest({ text, reading, request }, random, result, fail, 'own lines');
}

interface Asked {
  readonly text: string;
  readonly reading: SlicedFile;
  readonly request: OutputRequest;
}

/** Writes and proves, and asks the oracle about all that is proven; true when it was proven. */
async function tryRequest(
  { text, reading, request }: Asked,
  random: Random,
  result: FuzzResult,
  fail: Fail,
  shape: string,
): Promise<boolean> {
  const input = bytesOf(text);
  const { printer, recipe } = request;
  const swaps = swapsOf(reading, request.arrangement);
  const prepared = await prepareOutput(sourceOf(input), reading, request);
  if (!prepared.ok) {
    result.refused++;
    return false;
  }
  const output = writeOutput(input, prepared.value);
  const inputs = { reading, planned: request, printer };
  const prove = (bytes: Uint8Array, planned: OutputRequest | null) =>
    proveOutput(sourceOf(input), sourceOf(bytes), { ...inputs, planned });
  const proof = await prove(output, request);
  const facts = factsOf(printer);
  if (!proof.ok) {
    result.refused++;
    const isPlain = recipe.before.length + recipe.after.length === 0;
    const moves = recipe.kind === 'spelled-out';
    const broken = proof.checks.find(({ ok }) => !ok);
    if (isPlain && !moves && Object.keys(recipe.change).length === 0) {
      fail(`${shape}: an honest output is not proven: ${broken?.message}`);
    }
    return false;
  }
  result.proven++;
  const faults = findFaults(text, textOf(output), facts, swaps.length);
  if (faults.length > 0)
    fail(`${shape}, ${recipe.kind}: proven, but ${faults.slice(0, 3).join('; ')}`);
  if (!(await prove(output, null)).ok) fail(`${shape}: proven with its plan only`);

  const damaged = mutateBlocks(output, random);
  if (damaged === null) return true;
  result.damaged++;
  const verdict = await prove(damaged, random.chance(0.5) ? request : null);
  if (!verdict.ok) result.caught++;
  else {
    const harm = findFaults(text, textOf(damaged), facts, swaps.length);
    if (harm.length > 0)
      fail(`${shape}: a damaged output is proven, but ${harm.slice(0, 3).join('; ')}`);
  }
  return true;
}

/** Takes a line of a block out, doubles one, changes a number in one, or puts one in. */
function mutateBlocks(output: Uint8Array, { int, pick, chance }: Random): Uint8Array | null {
  const lines = textOf(output).split(/(?<=\n|\r(?!\n))/);
  let inside = false;
  const own: number[] = [];
  lines.forEach((line, i) => {
    if (/^; lamella: (swap|load|warning|rewrite|number) /.test(line)) inside = true;
    else if (/^; lamella: end (swap|load|warning|rewrite|number) /.test(line)) inside = false;
    else if (inside && !line.startsWith(';')) own.push(i);
  });
  if (own.length === 0) return null;
  const at = pick(...own);
  const before = lines[at];
  const kind = int(0, 3);
  if (kind === 0) lines.splice(at, 1);
  else if (kind === 1) lines.splice(at, 0, before);
  else if (kind === 2) {
    lines[at] = before.replace(/\d+(\.\d+)?/g, (n) =>
      chance(0.4) ? String(Number((Number(n) + pick(-20, -1, 1, 0.3, 50)).toFixed(3))) : n,
    );
  } else lines.splice(at, 0, `${pick(...OWN_LINES)}${/[\r\n]+$/.exec(before)?.[0] ?? '\n'}`);
  const damaged = lines.join('');
  return damaged === textOf(output) ? null : bytesOf(damaged);
}

async function tryArchive(random: Random, result: FuzzResult, fail: Fail): Promise<void> {
  const { int, pick } = random;
  const print = bytesOf(writePrint({ layers: int(1, 4) }).slice(0, int(200, 3000)));
  const cut = int(1, print.length - 1);
  const archive = pick(
    () => gzipSync(print),
    () => concat(gzipSync(print.subarray(0, cut)), gzipSync(print.subarray(cut))),
    () => zipSync({ 'a.gcode': print, '__MACOSX/._a.gcode': bytesOf('x') }),
    () => zipSync({ 'b/a.gco': [print, { level: 0 }], 'read me.txt': bytesOf('hello') }),
  )();
  const whole = await unpackGcode(archive);
  if (!whole.ok || textOf(whole.value) !== textOf(print))
    return fail('a whole archive is not read');
  result.read++;
  let harmed: Uint8Array = archive.slice();
  for (let times = int(1, 3); times > 0; times--) {
    const at = int(0, harmed.length - 1);
    const kind = int(0, 3);
    if (kind < 2) harmed[at] ^= 1 << int(0, 7);
    else if (kind === 2) harmed = harmed.slice(0, Math.max(4, at));
    else
      harmed = concat(
        harmed,
        Uint8Array.from({ length: int(1, 9) }, () => int(0, 255)),
      );
  }
  result.damaged++;
  const verdict = await unpackGcode(harmed);
  if (!verdict.ok) {
    result.caught++;
    return;
  }
  // Cut between two members, a gzip is whole as far as anyone can tell; harmed at its first bytes, a
  // file is no archive any more.
  const got = textOf(verdict.value);
  const isPlain =
    harmed[0] !== archive[0] ||
    harmed[1] !== archive[1] ||
    harmed[2] !== archive[2] ||
    harmed[3] !== archive[3];
  const isPrefix = textOf(print).startsWith(got);
  if (!isPlain && !isPrefix) fail('a harmed archive is read as something else');
}

// prettier-ignore
const SNIPPETS = [
  'G91\n', 'G90\n', 'M83\n', 'M82\n', 'G92 E0\n', 'G92\n', 'G20\n', 'G21\n', 'T1\n', 'M600\n',
  'G28\n', 'G2 X1 Y1 I5 J0 E1\n', 'G3 R5 X9\n', 'G10\n', 'G11\n', 'M117 M600\n', 'G1 Xe Y--3\n',
  '; layer 3\n', '; lamella: swap 1 of 1, before layer 2, B\n', '; lamella: end swap 1\n', 'PAUSE\n',
  'G1 X1e308 Y1e308 E1\n', 'G1 X99999999999999999999 E5\n', '(', '\r', '\u0000', 'N1 G1*3\n', 'M104 S\n',
  'G5 X1 Y1 I1 J1 P1 Q1\n', 'M200 D1.75\n', 'M73 P5 R9\n', 'G18\n', 'M110 N4\n', '"', 'M291 P"a" S3\n',
];

/** Files with bytes changed anywhere: nothing throws, nothing hangs, and the bytes stay the bytes. */
async function tryTornFile(random: Random, result: FuzzResult, fail: Fail): Promise<void> {
  const unpacked = await unpackGcode(tornFile(random));
  if (!unpacked.ok) return;
  const input = unpacked.value;
  const printer = randomPrinter(random);
  const reading = readGcode(input, printer);
  result.read++;
  if (reading.bytes !== input.length) fail('did not read every byte');
  if (!reading.layers.every((layer) => layer.seconds >= 0)) fail('a layer has no time');
  const recipe = plainRecipe(random.chance(0.5) ? 'change-command' : 'spelled-out');
  const request = randomRequest(random, reading, printer, recipe);
  if (!request) return;
  const prepared = await prepareOutput(sourceOf(input), reading, request);
  if (!prepared.ok) {
    result.refused++;
    return;
  }
  const output = writeOutput(input, prepared.value);
  const inputs = { reading, planned: request, printer };
  const proof = await proveOutput(sourceOf(input), sourceOf(output), inputs);
  if (!proof.ok) {
    result.refused++;
    return;
  }
  result.proven++;
  const harmed = mutate(output, random);
  if (sameBytes(harmed, output)) return;
  result.damaged++;
  const verdict = await proveOutput(sourceOf(input), sourceOf(harmed), inputs);
  if (!verdict.ok) result.caught++;
  else if (!sameBytes(withoutMarks(harmed), input)) {
    fail('a proof holds although the output differs by more than blocks');
  }
}

function tornFile(random: Random): Uint8Array {
  const { chance, int, pick } = random;
  if (chance(0.1)) return Uint8Array.from({ length: int(0, 600) }, () => int(0, 255));
  let bytes: Uint8Array = bytesOf(
    chance(0.5)
      ? shapedPrint(random).text
      : writePrint({
          layers: int(2, 4),
          ending: pick('\n', '\r\n', '\r'),
          relativeE: chance(0.5),
          hop: pick(0, 0.4),
          retract: pick(0, 0.8),
          comments: pick('none', 'number', 'change'),
          finalNewline: chance(0.7),
          lowerCase: chance(0.2),
        }),
  );
  for (let times = int(0, 3); times > 0; times--) bytes = mutate(bytes, random);
  return bytes;
}

/** Changes a byte, cuts a stretch out, doubles one, cuts the end off, or puts a snippet in. */
function mutate(bytes: Uint8Array, { int, pick }: Random): Uint8Array {
  const at = int(0, Math.max(0, bytes.length - 1));
  const to = Math.min(bytes.length, at + int(1, 80));
  const kind = int(0, 4);
  if (kind === 0) {
    const changed = bytes.slice();
    changed[at] = int(0, 255);
    return changed;
  }
  if (kind === 1) return concat(bytes.subarray(0, at), bytes.subarray(to));
  if (kind === 2) return concat(bytes.subarray(0, to), bytes.subarray(at));
  if (kind === 3) return bytes.slice(0, at);
  return concat(concat(bytes.subarray(0, at), bytesOf(pick(...SNIPPETS))), bytes.subarray(at));
}

function concat(a: Uint8Array, b: Uint8Array): Uint8Array {
  const whole = new Uint8Array(a.length + b.length);
  whole.set(a);
  whole.set(b, a.length);
  return whole;
}

function sameBytes(a: Uint8Array, b: Uint8Array): boolean {
  return a.length === b.length && a.every((byte, i) => byte === b[i]);
}

/** What is left of an output without blocks and marks, found by patterns and not by the program. */
function withoutMarks(output: Uint8Array): Uint8Array {
  const text = Buffer.from(output).toString('latin1');
  const rest = text
    .replace(
      /(^|(?<=[\r\n])); lamella: (swap|load|warning|rewrite|number) [^]*?; lamella: end \2 \d+(\r\n|\r|\n|$)/g,
      '',
    )
    .replace(/(^|(?<=[\r\n])); lamella: taken out: /g, '');
  return new Uint8Array(Buffer.from(rest, 'latin1'));
}
