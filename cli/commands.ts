import { basename } from 'node:path';
import { Command, CommanderError } from 'commander';
import { sourceOf } from '../src/core/byteSource';
import type { Result } from '../src/core/findings';
import { prepareOutput } from '../src/core/output/apply';
import { writeOutput } from '../src/core/output/parts';
import { proveOutput } from '../src/core/output/proof';
import { type Proof } from '../src/core/output/proofTypes';
import { ORDINARY_PROFILE, type Printer } from '../src/core/printer/printer';
import { parsePrinter } from '../src/core/printer/printerFile';
import { applyAnswer, inspectAnswer } from './answers';
import { sidesAnswer } from './sides';
import { checkTarget, readJson, writeWhole } from './files';
import { requestFrom } from './request';
import { readGcodeFile, readInput } from './sources';

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

async function inspect(names: readonly string[], options: { printer?: string }): Promise<object> {
  const printer = printerFrom(options.printer);
  const { bytes, reading, fingerprint } = await readInput(names, printer, unwrap);
  const file = { name: names.map((name) => basename(name)).join(' + '), sha256: fingerprint };
  const sides = await sidesAnswer(sourceOf(bytes), reading, printer);
  return { ...inspectAnswer(file, reading, printer), ...sides };
}

async function apply(
  names: readonly string[],
  options: { plan: string; out: string; printer?: string },
): Promise<object> {
  for (const name of names) {
    unwrap(
      checkTarget(options.out, {
        'the sliced file': name,
        'the plan': options.plan,
        ...(options.printer !== undefined && { 'the printer': options.printer }),
      }),
    );
  }
  const plan = unwrap(readJson(options.plan));
  const printer = printerFrom(options.printer);
  // Swaps that Lamella wrote before are replaced, and not doubled.
  const { bytes, reading, fingerprint } = await readInput(names, printer, unwrap, true);
  const input = sourceOf(bytes);
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

/** `prove IN OUT`, or `prove IN… -- OUT…`: what stands behind two dashes is the output. */
async function prove(
  files: readonly string[],
  options: { printer?: string; out?: readonly string[] },
): Promise<object> {
  const [outputName] = files.slice(-1);
  const printer = printerFrom(options.printer);
  const { bytes, reading } = await readInput(files.slice(0, -1), printer, unwrap);
  const output = sourceOf(await readGcodeFile(outputName, unwrap));
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
    .command('inspect <files...>')
    .description('layers, steps, time, filament and findings of a file, or of several together')
    .option('--printer <json>', 'what the printer is and can do')
    .action((files, options) => answer(() => inspect(files, options)));
  program
    .command('apply <files...>')
    .description('write the file with the swaps of a plan, or several as one, if the proof holds')
    .requiredOption('--plan <json>', 'the plan')
    .requiredOption('--out <gcode>', 'the file to write')
    .option('--printer <json>', 'what the printer is and can do')
    .action((files, options) => answer(() => apply(files, options)));
  program
    .command('prove <in> <files...>')
    .description('prove that OUT is IN with swaps and nothing else: IN OUT, or IN IN… -- OUT')
    .option('--printer <json>', 'what the printer is and can do')
    .action((input, files, options) => answer(() => prove([input, ...files], options)));
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
