import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { basename, resolve } from 'node:path';
import { Command } from 'commander';
import { sourceOf } from '../src/core/byteSource';
import { refuse, success, type Result } from '../src/core/findings';
import { readGcode } from '../src/core/gcode/reader';
import { unpackGcode } from '../src/core/gcode/unpack';
import { prepareOutput } from '../src/core/output/apply';
import { stripBlocks } from '../src/core/output/strip';
import { writeOutput } from '../src/core/output/parts';
import type { OutputRequest } from '../src/core/output/insert';
import { proveOutput, type Proof } from '../src/core/output/proof';
import { parsePlan } from '../src/core/plan/plan';
import { resolveSwaps } from '../src/core/plan/resolve';
import { ORDINARY_PROFILE, type Printer } from '../src/core/printer/printer';
import { parsePrinter } from '../src/core/printer/printerFile';
import { parseRecipe } from '../src/core/recipe/recipeFile';
import { applyAnswer, inspectAnswer } from './answers';

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

/** Paths are meant from where the person typed the command, also through `npm run`. */
function pathOf(name: string): string {
  return resolve(process.env.INIT_CWD ?? process.cwd(), name);
}

function readBytes(name: string): Uint8Array {
  try {
    return readFileSync(pathOf(name));
  } catch {
    return unwrap(refuse('cannot-read', `The file ${name} cannot be read.`));
  }
}

function readJson(name: string): unknown {
  try {
    return JSON.parse(new TextDecoder().decode(readBytes(name)));
  } catch (error) {
    if (error instanceof RefusalError) throw error;
    return unwrap(refuse('bad-json', `The file ${name} is not valid JSON.`));
  }
}

function printerFrom(name: string | undefined): Printer {
  return name === undefined ? ORDINARY_PROFILE : unwrap(parsePrinter(readJson(name)));
}

function readGcodeFile(name: string): Uint8Array {
  return unwrap(unpackGcode(readBytes(name)));
}

function sha256Of(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex');
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

function inspect(name: string, options: { printer?: string }): object {
  const bytes = readGcodeFile(name);
  const reading = readGcode(bytes, printerFrom(options.printer));
  return inspectAnswer({ name: basename(name), sha256: sha256Of(bytes) }, reading);
}

async function apply(
  name: string,
  options: { plan: string; out: string; printer?: string },
): Promise<object> {
  // Swaps that Lamella wrote before are replaced, and not doubled.
  const bytes = unwrap(await stripBlocks(readGcodeFile(name)));
  const plan = unwrap(parsePlan(readJson(options.plan)));
  if (plan.fingerprint !== undefined && plan.fingerprint !== sha256Of(bytes)) {
    unwrap(refuse('plan-of-another-file', 'The plan was made for another file than this one.'));
  }
  const recipe = unwrap(parseRecipe(plan.recipe));
  const printer = printerFrom(options.printer);
  const input = sourceOf(bytes);
  const reading = readGcode(bytes, printer);
  const swaps = unwrap(resolveSwaps(reading.layers, plan.swaps));
  const request: OutputRequest = {
    swaps,
    recipe,
    printer,
    stopAt: plan.stopAt,
    takeOut: plan.existingStops === 'remove' ? reading.stops : [],
    loadFirst: plan.loadFirst,
    rewriteHeat: plan.rewriteTemperatures,
  };
  const insertions = unwrap(await prepareOutput(input, reading, request));
  const output = writeOutput(bytes, insertions);
  const proof = insist(
    await proveOutput(input, sourceOf(output), { reading, planned: request, printer }),
  );
  unwrap(writeFile(options.out, output));
  return applyAnswer(reading, request, insertions, proof);
}

function writeFile(name: string, bytes: Uint8Array): Result<null> {
  try {
    writeFileSync(pathOf(name), bytes);
    return success(null);
  } catch {
    return refuse('cannot-write', `The file ${name} cannot be written.`);
  }
}

async function prove(
  inputName: string,
  outputName: string,
  options: { printer?: string },
): Promise<object> {
  const bytes = readGcodeFile(inputName);
  const printer = printerFrom(options.printer);
  const reading = readGcode(bytes, printer);
  const output = sourceOf(readGcodeFile(outputName));
  const proof = insist(
    await proveOutput(sourceOf(bytes), output, { reading, planned: null, printer }),
  );
  return { ok: true, proof };
}

/** Prints what a command answers; a refusal goes out as JSON too, with its own exit code. */
async function answer(work: () => object | Promise<object>): Promise<void> {
  try {
    process.stdout.write(`${JSON.stringify(await work(), null, 1)}\n`);
  } catch (error) {
    if (!(error instanceof RefusalError)) throw error;
    process.stdout.write(`${JSON.stringify(error.answer, null, 1)}\n`);
    process.exitCode = REFUSED;
  }
}

const program = new Command('lamella')
  .description('Hand filament swaps in sliced files: read, write, prove. Answers in JSON.')
  .exitOverride((error) => {
    if (error.exitCode !== 0) {
      const message = error.message.replace(/^error: /, '');
      process.stdout.write(`${JSON.stringify({ error: { code: 'usage', message } })}\n`);
    }
    process.exit(error.exitCode === 0 ? 0 : REFUSED);
  });

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

await program.parseAsync();
