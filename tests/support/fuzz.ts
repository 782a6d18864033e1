import { sourceOf } from '../../src/core/byteSource';
import { readGcode } from '../../src/core/gcode/reader';
import { unpackGcode } from '../../src/core/archive/unpack';
import { ORDINARY_PRINTER } from '../../src/core/motion/limits';
import { prepareOutput } from '../../src/core/output/apply';
import { writeOutput } from '../../src/core/output/parts';
import { findBlocks, proveOutput } from '../../src/core/output/proof';
import { ORDINARY_PROFILE } from '../../src/core/printer/printer';
import type { OutputRequest } from '../../src/core/output/insert';
import { resolveSwaps } from '../../src/core/plan/resolve';
import { plainRecipe } from '../../src/core/recipe/recipe';
import { bytesOf, writePrint, type FileStyle } from './printFiles';

export interface FuzzResult {
  read: number;
  written: number;
  damaged: number;
  caught: number;
  readonly failures: string[];
}

/** Longest that one small file may take, ms; beyond it something hangs. */
const TOO_LONG = 5000;

/** A small generator of numbers in [0, 1), the same for the same seed (mulberry32). */
function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

// prettier-ignore
const SNIPPETS = [
  'G91\n', 'G90\n', 'M83\n', 'M82\n', 'G92 E0\n', 'G92\n', 'G20\n', 'G21\n', 'T1\n', 'M600\n',
  'G28\n', 'G2 X1 Y1 I5 J0 E1\n', 'G3 R5 X9\n', 'G10\n', 'G11\n', 'M117 M600\n', 'G1 Xe Y--3\n',
  '; layer 3\n', '; lamella: swap 1 of 1, before layer 2, B\n', '; lamella: end swap 1\n', 'PAUSE\n',
  'G1 X1e308 Y1e308 E1\n', 'G1 X99999999999999999999 E5\n', '(', '\r', '\u0000', 'N1 G1*3\n', 'M104 S\n',
];

/** Reads, writes and proves `count` made-up files; whatever must not happen is among the failures. */
export async function fuzz(
  count: number,
  seed: number,
  onDone: (done: number) => void = () => {},
): Promise<FuzzResult> {
  const result = emptyResult();
  for (let i = 0; i < count; i++) {
    await trySeed(seed * 1_000_003 + i, result);
    onDone(i + 1);
  }
  return result;
}

/** The same for the one file of a seed that a longer run has named. */
export async function fuzzOne(fileSeed: number): Promise<FuzzResult> {
  const result = emptyResult();
  await trySeed(fileSeed, result);
  return result;
}

function emptyResult(): FuzzResult {
  return { read: 0, written: 0, damaged: 0, caught: 0, failures: [] };
}

async function trySeed(fileSeed: number, result: FuzzResult): Promise<void> {
  // Time of the processor: a machine that is busy elsewhere is no hang.
  const before = process.cpuUsage();
  try {
    await tryFile(randomFrom(fileSeed), result, (problem) =>
      result.failures.push(`seed ${fileSeed}: ${problem}`),
    );
  } catch (error) {
    result.failures.push(`seed ${fileSeed}: threw ${String(error)}`);
  }
  const { user, system } = process.cpuUsage(before);
  if ((user + system) / 1000 > TOO_LONG) result.failures.push(`seed ${fileSeed}: hung`);
}

async function tryFile(
  random: () => number,
  result: FuzzResult,
  fail: (problem: string) => void,
): Promise<void> {
  const unpacked = await unpackGcode(makeFile(random));
  if (!unpacked.ok) return;
  const input = unpacked.value;
  const reading = readGcode(input, ORDINARY_PRINTER);
  result.read++;
  if (reading.bytes !== input.length) fail('did not read every byte');
  if (!reading.layers.every((layer) => layer.seconds >= 0)) fail('a layer has no time');

  const wanted = reading.layers.slice(1).filter(() => random() < 0.4);
  const swaps = resolveSwaps(
    reading.layers,
    wanted.map((layer) => ({ layer: layer.number, filament: 'B' })),
  );
  if (!swaps.ok || swaps.value.length === 0) return;
  const place = random() < 0.7 ? 'restart' : 'before-travel';
  const request: OutputRequest = {
    swaps: swaps.value,
    recipe: plainRecipe(random() < 0.5 ? 'change-command' : 'spelled-out'),
    printer: ORDINARY_PROFILE,
    stopAt: place,
    takeOut: random() < 0.5 ? reading.stops : [],
    loadFirst: random() < 0.2 ? 'A' : null,
    rewrite: [],
    addToRemaining: null,
  };
  const prepared = await prepareOutput(sourceOf(input), reading, request);
  if (!prepared.ok) return;
  const output = writeOutput(input, prepared.value);
  const ground = { reading, planned: request };
  const proof = await proveOutput(sourceOf(input), sourceOf(output), ground);
  if (!proof.ok) {
    const broken = proof.checks.find((check) => !check.ok);
    return fail(`an honest output is not proven: ${broken?.message}`);
  }
  result.written++;

  const damaged = mutate(output, random);
  if (sameBytes(damaged, output)) return;
  result.damaged++;
  const verdict = await proveOutput(sourceOf(input), sourceOf(damaged), ground);
  if (!verdict.ok) result.caught++;
  else if (!sameBytes(await withoutBlocks(damaged), input)) {
    fail('a proof holds although the output differs by more than blocks');
  }
}

function makeFile(random: () => number): Uint8Array {
  const pick = <T>(...choices: readonly T[]): T => choices[Math.floor(random() * choices.length)];
  if (random() < 0.1) {
    return Uint8Array.from({ length: Math.floor(random() * 600) }, () => random() * 256);
  }
  const style: Partial<FileStyle> = {
    layers: 2 + Math.floor(random() * 3),
    ending: pick('\n', '\r\n', '\r'),
    relativeE: random() < 0.5,
    hop: pick(0, 0.4),
    retract: pick(0, 0.8),
    comments: pick('none', 'number', 'change'),
    finalNewline: random() < 0.7,
    lowerCase: random() < 0.2,
  };
  let bytes: Uint8Array = bytesOf(writePrint(style));
  for (let times = Math.floor(random() * 6); times > 0; times--) bytes = mutate(bytes, random);
  return bytes;
}

/** Changes a byte, cuts a stretch out, doubles one, cuts the end off, or puts a snippet in. */
function mutate(bytes: Uint8Array, random: () => number): Uint8Array {
  const at = Math.floor(random() * bytes.length);
  const to = Math.min(bytes.length, at + 1 + Math.floor(random() * 80));
  const kind = Math.floor(random() * 5);
  if (kind === 0) {
    const changed = bytes.slice();
    changed[at] = random() * 256;
    return changed;
  }
  if (kind === 1) return joined(bytes.subarray(0, at), bytes.subarray(to));
  if (kind === 2) return joined(bytes.subarray(0, to), bytes.subarray(at));
  if (kind === 3) return bytes.slice(0, at);
  const snippet = bytesOf(SNIPPETS[Math.floor(random() * SNIPPETS.length)]);
  return joined(joined(bytes.subarray(0, at), snippet), bytes.subarray(at));
}

function joined(a: Uint8Array, b: Uint8Array): Uint8Array {
  const whole = new Uint8Array(a.length + b.length);
  whole.set(a);
  whole.set(b, a.length);
  return whole;
}

function sameBytes(a: Uint8Array, b: Uint8Array): boolean {
  return a.length === b.length && a.every((byte, i) => byte === b[i]);
}

async function withoutBlocks(output: Uint8Array): Promise<Uint8Array> {
  const { insertions } = await findBlocks(sourceOf(output));
  let rest: Uint8Array = new Uint8Array(0);
  let at = 0;
  for (const { start, end } of insertions) {
    rest = joined(rest, output.subarray(at, start));
    at = end;
  }
  return joined(rest, output.subarray(at));
}
