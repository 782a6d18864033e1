import { basename, join } from 'node:path';
import { Command, CommanderError } from 'commander';
import { sourceOf } from '../src/core/byteSource';
import { commonStem, deliveryNames } from '../src/core/delivery/deliveryNames';
import { chainFindings } from '../src/core/delivery/chain';
import { applyAnswer, filamentsOfFiles, inspectAnswer } from './answers';
import { partsAnswer } from './parts';
import { checkTarget, makeFolder, readJson, writeWhole } from './files';
import { place, type PlaceOptions } from './place';
import { proveFiles, writeProven } from './proven';
import { insist, printerFrom, refused, RefusalError, unwrap } from './refusal';
import { requestFrom } from './request';
import { readFiles, readGcodeFile, readInput } from './sources';

/** Exit code of a refusal: the answer is then `{ "error": … }` and no file is written. */
const REFUSED = 2;

async function inspect(names: readonly string[], options: { printer?: string }): Promise<object> {
  const printer = printerFrom(options.printer);
  const { bytes, reading, fingerprint } = await readInput(names, printer, unwrap);
  const file = { name: names.map((name) => basename(name)).join(' + '), sha256: fingerprint };
  const byParts = await partsAnswer(sourceOf(bytes), reading, printer);
  return { ...inspectAnswer(file, reading, printer), ...byParts };
}

interface ApplyOptions {
  readonly plan: string;
  readonly out?: string;
  readonly outDir?: string;
  readonly printer?: string;
}

async function apply(names: readonly string[], options: ApplyOptions): Promise<object> {
  const { out, outDir } = options;
  if ((out === undefined) === (outDir === undefined)) {
    throw refused('usage', 'Give either --out FILE or --out-dir FOLDER.');
  }
  const plan = unwrap(readJson(options.plan));
  const printer = printerFrom(options.printer);
  // Swaps that Lamella wrote before are replaced, and not doubled.
  const { bytes, reading, fingerprint } = await readInput(names, printer, unwrap, true);
  const input = sourceOf(bytes);
  const asked = unwrap(await requestFrom(plan, { input, reading, printer, sha256: fingerprint }));
  const { request } = asked;
  const filaments = filamentsOfFiles(request);
  if (out !== undefined && filaments.length > 1) {
    throw refused(
      'usage',
      `The plan delivers ${filaments.length} files. Use --out-dir FOLDER instead of --out.`,
    );
  }
  const stem = commonStem(names.map((name) => basename(name)));
  const targets =
    out !== undefined
      ? [out]
      : deliveryNames(filaments.length === 1 ? `${stem}-swaps` : stem, filaments).map((name) =>
          join(outDir!, name),
        );
  for (const target of targets) checkAgainst(target, names, options);
  const { insertions, files, proof } = await writeProven({ bytes, reading }, request, printer);
  if (outDir !== undefined) unwrap(makeFolder(outDir));
  for (const [i, target] of targets.entries()) unwrap(writeWhole(target, files[i]));
  const written = files.map((file, i) => ({ name: basename(targets[i]), bytes: file.length }));
  return applyAnswer(reading, asked, insertions, proof, written);
}

function checkAgainst(
  target: string,
  names: readonly string[],
  { plan, printer }: ApplyOptions,
): void {
  for (const name of names) {
    const read = { 'the sliced file': name, 'the plan': plan };
    unwrap(checkTarget(target, printer === undefined ? read : { ...read, 'the printer': printer }));
  }
}

/** `prove IN OUT`, or `prove IN… -- OUT…`: what stands behind two dashes are the outputs. */
async function prove(
  inputs: readonly string[],
  outputs: readonly string[],
  options: { printer?: string },
): Promise<object> {
  const printer = printerFrom(options.printer);
  const { bytes, reading } = await readInput(inputs, printer, unwrap);
  const files: Uint8Array[] = [];
  for (const name of outputs) files.push(await readGcodeFile(name, unwrap));
  const proof = insist(await proveFiles(bytes, files, { reading, planned: null, printer }));
  return { ok: true, proof };
}

/** `chain FILE FILE…`: what each file would do to what the ones before have printed, as they are. */
async function chain(names: readonly string[], options: { printer?: string }): Promise<object> {
  const printer = printerFrom(options.printer);
  const files = await readFiles(names, printer, unwrap);
  const findings = chainFindings(files, printer);
  return {
    ok: findings.every((all) => all.every(({ severity }) => severity !== 'error')),
    files: files.map(({ name }, i) => ({
      name,
      findings: findings[i].map(({ code, severity, line, message }) => {
        return { code, severity, line, message };
      }),
    })),
  };
}

/** Which of the files that `prove` is given are inputs, and which are outputs. */
function inAndOut(
  files: readonly string[],
  behind: readonly string[],
): [readonly string[], readonly string[]] {
  if (behind.length > 0) return [files, behind];
  if (files.length === 2) return [[files[0]], [files[1]]];
  throw refused('usage', 'Use prove IN OUT, or prove IN… -- OUT….');
}

/** What a command answers: printed as JSON, with its exit code. */
export interface CommandAnswer {
  readonly code: number;
  readonly answer: object;
  /** Printed in place of the answer by commands that another program calls; empty for nothing. */
  readonly line?: string;
}

/** A refusal as it is; anything else is a fault of Lamella, and is answered in JSON as well. */
function refusalOf(error: unknown): CommandAnswer {
  if (error instanceof RefusalError) return { code: REFUSED, answer: error.answer };
  const message = `Lamella has an internal error: ${String(error)}`;
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
  const oneLine = async (work: () => Promise<string>, quiet = false): Promise<void> => {
    try {
      const line = await work();
      done = { code: 0, answer: {}, line: quiet ? '' : line };
    } catch (error) {
      const refusal = refusalOf(error);
      const { message } = (refusal.answer as { error: { message: string } }).error;
      done = { ...refusal, line: `Not written: ${message}` };
    }
  };
  // Commander would make one list of what stands before and behind two dashes.
  const dashes = args[0] === 'prove' ? args.indexOf('--') : -1;
  const before = dashes < 0 ? args : args.slice(0, dashes);
  const behind = dashes < 0 ? [] : args.slice(dashes + 1);
  const program = new Command('lamella')
    .description('Hand filament swaps in sliced files: read, write, prove. Answers in JSON.')
    .exitOverride()
    .configureOutput({ writeErr: () => {} });
  program
    .command('inspect <files...>')
    .description('layers, steps, time, filament and findings of a file, or of several together')
    .option('--printer <json>', 'the printer profile')
    .action((files, options) => answer(() => inspect(files, options)));
  program
    .command('apply <files...>')
    .description(
      'write the file with the swaps of a plan, or several files as one, if the proof holds',
    )
    .requiredOption('--plan <json>', 'the plan')
    .option('--out <gcode>', 'the file to write')
    .option('--out-dir <folder>', 'where to write several files')
    .option('--printer <json>', 'the printer profile')
    .action((files, options) => answer(() => apply(files, options)));
  program
    .command('place <file>')
    .description('write a plan into a file in place, for use after slicing; prints one line')
    .requiredOption('--plan <json>', 'the plan, saved from the screens or written by hand')
    .option('--printer <json>', 'the printer profile')
    .option('--dry-run', 'check and prove, but write nothing')
    .option('--quiet', 'print nothing on success')
    .action((file, options: PlaceOptions & { quiet?: boolean }) =>
      oneLine(() => place(file, options), options.quiet),
    );
  program
    .command('prove <files...>')
    .description('prove that OUT is IN with swaps and nothing else: IN OUT, or IN IN… -- OUT OUT…')
    .option('--printer <json>', 'the printer profile')
    .action((files, options) => answer(() => prove(...inAndOut(files, behind), options)));
  program
    .command('chain <files...>')
    .description('check what would go wrong if files were printed one after another as they are')
    .option('--printer <json>', 'the printer profile')
    .action((files, options) => answer(() => chain(files, options)));
  try {
    await program.parseAsync(before, { from: 'user' });
  } catch (error) {
    if (!(error instanceof CommanderError)) throw error;
    if (error.exitCode === 0) return null;
    const message = error.message.replace(/^error: /, '');
    return { code: REFUSED, answer: { error: { code: 'usage', message } } };
  }
  return done;
}
