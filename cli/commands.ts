import { basename } from 'node:path';
import { Command, CommanderError } from 'commander';
import { unpackGcode } from '../src/core/archive/unpack';
import { sourceOf } from '../src/core/byteSource';
import type { Result } from '../src/core/findings';
import { prepareOutput } from '../src/core/output/apply';
import { stripBlocks } from '../src/core/output/strip';
import { writeOutput } from '../src/core/output/parts';
import { proveOutput } from '../src/core/output/proof';
import { type Proof } from '../src/core/output/proofTypes';
import { ORDINARY_PROFILE, type Printer } from '../src/core/printer/printer';
import { parsePrinter } from '../src/core/printer/printerFile';
import { applyAnswer, inspectAnswer } from './answers';
import { sidesAnswer } from './sides';
import { readWhole, type WholeRead } from '../src/workers/readWhole';
import { checkTarget, chunked, readBytes, readJson, writeWhole } from './files';
import { requestFrom } from './request';
import { threadSides } from './threads';

/** Exit code of a refusal: the answer is then `{ "error": … }` and no file is written. */
const REFUSED = 2;

/** A refusal on its way to the answer. Thrown inside the command line only. */
class RefusalError extends Error {
  constructor(readonly answer: { readonly error: object } & object) {
    super('refused');
  }
}

function unwrap<T>(result: Result<T>): T {
  if (!result.ok) throw new RefusalError({ error: result.refusal });
  return result.value;
}

function printerFrom(name: string | undefined): Printer {
  return name === undefined ? ORDINARY_PROFILE : unwrap(parsePrinter(unwrap(readJson(name))));
}

async function readGcodeFile(name: string): Promise<Uint8Array> {
  return unwrap(await unpackGcode(unwrap(readBytes(name))));
}

/** Reads G-code; what goes on beside a large file runs in threads of its own. */
async function readPrint(bytes: Uint8Array, printer: Printer): Promise<WholeRead> {
  const whole = await readWhole(chunked(bytes), printer, threadSides(), false, () => true);
  if (typeof whole === 'string') throw new Error(`Reading has ${whole}.`);
  return whole;
}

/** A failed proof is a refusal that also shows every check. */
function insist(proof: Proof): Proof {
  if (proof.ok) return proof;
  const broken = proof.checks.find((check) => !check.ok);
  const error = {
    code: 'proof-failed',
    message: broken?.message ?? 'The proof does not hold.',
    ...(broken?.line !== undefined && { line: broken.line }),
  };
  throw new RefusalError({ error, ok: false, proof } as { error: object });
}

async function inspect(name: string, options: { printer?: string }): Promise<object> {
  const bytes = await readGcodeFile(name);
  const printer = printerFrom(options.printer);
  const { reading, fingerprint } = await readPrint(bytes, printer);
  const file = { name: basename(name), sha256: fingerprint };
  const sides = await sidesAnswer(sourceOf(bytes), reading, printer);
  return { ...inspectAnswer(file, reading, printer), ...sides };
}

async function apply(
  name: string,
  options: { plan: string; out: string; printer?: string },
): Promise<object> {
  unwrap(
    checkTarget(options.out, {
      'the sliced file': name,
      'the plan': options.plan,
      ...(options.printer !== undefined && { 'the printer': options.printer }),
    }),
  );
  // Swaps that Lamella wrote before are replaced, and not doubled.
  const bytes = unwrap(await stripBlocks(await readGcodeFile(name)));
  const plan = unwrap(readJson(options.plan));
  const printer = printerFrom(options.printer);
  const input = sourceOf(bytes);
  const { reading, fingerprint } = await readPrint(bytes, printer);
  const request = unwrap(await requestFrom(plan, { input, reading, printer, sha256: fingerprint }));
  const insertions = unwrap(await prepareOutput(input, reading, request));
  const output = writeOutput(bytes, insertions);
  const proof = insist(
    await proveOutput(input, sourceOf(output), { reading, planned: request, printer }),
  );
  unwrap(writeWhole(options.out, output));
  const file = { name: basename(options.out), bytes: output.length };
  return applyAnswer(reading, request, insertions, proof, file);
}

async function prove(
  inputName: string,
  outputName: string,
  options: { printer?: string },
): Promise<object> {
  const bytes = await readGcodeFile(inputName);
  const printer = printerFrom(options.printer);
  const { reading } = await readPrint(bytes, printer);
  const output = sourceOf(await readGcodeFile(outputName));
  const proof = insist(
    await proveOutput(sourceOf(bytes), output, { reading, planned: null, printer }),
  );
  return { ok: true, proof };
}

/** What a command answers: printed as JSON, with its exit code. */
export interface CommandAnswer {
  readonly code: number;
  readonly answer: object;
}

/** A refusal as it is; anything else is a fault of Lamella, and is answered in JSON as well. */
function refusalOf(error: unknown): CommandAnswer {
  if (error instanceof RefusalError) return { code: REFUSED, answer: error.answer };
  const message = `Something went wrong in Lamella itself: ${String(error)}`;
  return { code: REFUSED, answer: { error: { code: 'internal', message } } };
}

/**
 * Runs one command, as `lamella apply FILE --plan PLAN.json --out OUT.gcode`.
 * @param args what stands behind the name of the program.
 * @returns null when only help was asked for, which commander prints itself.
 */
export async function runCommand(args: readonly string[]): Promise<CommandAnswer | null> {
  let done: CommandAnswer | null = null;
  const answer = async (work: () => Promise<object>): Promise<void> => {
    try {
      done = { code: 0, answer: await work() };
    } catch (error) {
      done = refusalOf(error);
    }
  };
  const program = new Command('lamella')
    .description('Hand filament swaps in sliced files: read, write, prove. Answers in JSON.')
    .exitOverride()
    .configureOutput({ writeErr: () => {} });
  program
    .command('inspect FILE')
    .description('layers, steps, time, filament and findings of a file')
    .option('--printer <json>', 'what the printer is and can do')
    .action((file, options) => answer(() => inspect(file, options)));
  program
    .command('apply FILE')
    .description('write the file with the swaps of a plan, if the proof holds')
    .requiredOption('--plan <json>', 'the plan')
    .requiredOption('--out <gcode>', 'the file to write')
    .option('--printer <json>', 'what the printer is and can do')
    .action((file, options) => answer(() => apply(file, options)));
  program
    .command('prove IN OUT')
    .description('prove that OUT is IN with swaps and nothing else')
    .option('--printer <json>', 'what the printer is and can do')
    .action((input, output, options) => answer(() => prove(input, output, options)));
  try {
    await program.parseAsync(args, { from: 'user' });
  } catch (error) {
    if (!(error instanceof CommanderError)) throw error;
    if (error.exitCode === 0) return null;
    const message = error.message.replace(/^error: /, '');
    return { code: REFUSED, answer: { error: { code: 'usage', message } } };
  }
  return done;
}
