// Breaks lines of the program, one at a time, and tells which of them no test notices:
// `npm run mutate [-- --count 60 --seed 1 --list chosen.json --unit]`. It works in a copy that is built once, with all
// mutants asleep in it. A list that was made before is taken as it is; a new one is written there.
import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { parseArgs } from 'node:util';
import { randomFrom } from '../tests/support/fuzz/random';
import { ROOT } from './lib/install.mjs';
import { mutantsOf, withMutants, type Mutant } from './mutants/find';

/** How many of the mutants each part of the program gets, of all. */
const PARTS = [
  { folder: 'src/core/', share: 0.45 },
  { folder: 'src/store/', share: 0.25 },
  { folder: 'src/features/', share: 0.3 },
];

const { values: asked } = parseArgs({
  options: {
    count: { type: 'string', default: '60' },
    seed: { type: 'string', default: '1' },
    list: { type: 'string' },
    /** Without the tests in the browser. */
    unit: { type: 'boolean', default: false },
  },
});

/** A mutant as it is listed: found again by its line, whatever stands above it. */
interface Listed {
  readonly path: string;
  readonly line: string;
  readonly was: string;
  readonly replacement: string;
}

const sources = spawnSync('git', ['ls-files', 'src'], { cwd: ROOT, encoding: 'utf8' })
  .stdout.split('\n')
  .filter((path) => /\.tsx?$/.test(path) && !/\.(test|d)\.tsx?$/.test(path));

function chooseMutants(count: number, seed: number): Mutant[] {
  const chance = randomFrom(seed);
  return PARTS.flatMap(({ folder, share }) => {
    const all = sources
      .filter((path) => path.startsWith(folder))
      .flatMap((path) => mutantsOf(path, readFileSync(join(ROOT, path), 'utf8')));
    const chosen: Mutant[] = [];
    while (chosen.length < Math.round(count * share)) {
      const one = all[chance.int(0, all.length - 1)];
      // One of a file: none lies inside of another.
      if (!chosen.some(({ path }) => path === one.path)) chosen.push(one);
    }
    return chosen;
  });
}

function lineOf({ path, start }: Mutant): string {
  const text = readFileSync(join(ROOT, path), 'utf8');
  const end = text.indexOf('\n', start);
  return text.slice(text.lastIndexOf('\n', start - 1) + 1, end < 0 ? undefined : end);
}

function listed(one: Mutant): Listed {
  const { path, start, end, replacement } = one;
  const was = readFileSync(join(ROOT, path), 'utf8').slice(start, end);
  return { path, line: lineOf(one), was, replacement };
}

/** The mutant of a list in the program as it is now; null where its line is gone. */
function found({ path, line, was, replacement }: Listed): Mutant | null {
  if (!existsSync(join(ROOT, path))) return null;
  const text = readFileSync(join(ROOT, path), 'utf8');
  const one = mutantsOf(path, text).find(
    (mutant) =>
      mutant.replacement === replacement &&
      text.slice(mutant.start, mutant.end) === was &&
      lineOf(mutant) === line,
  );
  return one ?? null;
}

/** A copy of the working tree in which all mutants sleep. */
function copyWith(mutants: readonly (Mutant | null)[]): string {
  const copy = join(mkdtempSync(join(tmpdir(), 'lamella-mutants-')), 'lamella');
  const files = spawnSync('git', ['ls-files', '-co', '--exclude-standard'], {
    cwd: ROOT,
    encoding: 'utf8',
  }).stdout.split('\n');
  for (const path of files) {
    if (path !== '' && existsSync(join(ROOT, path))) cpSync(join(ROOT, path), join(copy, path));
  }
  run('cp', ['-a', '--reflink=auto', join(ROOT, 'node_modules'), copy], {}, copy);
  mutants.forEach((one, id) => {
    if (one === null) return;
    const text = readFileSync(join(copy, one.path), 'utf8');
    writeFileSync(join(copy, one.path), withMutants(text, new Map([[id, one]])));
  });
  return copy;
}

function run(
  command: string,
  args: readonly string[],
  env: Readonly<Record<string, string>>,
  cwd: string,
): { readonly ok: boolean; readonly said: string } {
  const { status, stdout, stderr } = spawnSync(command, args, {
    cwd,
    encoding: 'utf8',
    maxBuffer: 1 << 28,
    env: { ...process.env, NO_COLOR: '1', ...env },
  });
  return { ok: status === 0, said: stdout + stderr };
}

const UNIT = ['vitest', 'run', '--config', 'scripts/mutants/vitest.config.ts'];
const RENDERED = ['vitest', 'run', '--config', 'scripts/mutants/rendered.config.ts'];
const BROWSER = ['vitest', 'run', '--config', 'vitest.e2e.config.ts'];

/** Whether tests hold with some mutants awake; stops at the first that fails. */
function hold(
  copy: string,
  kind: readonly string[],
  files: readonly string[],
  awake: readonly number[],
): boolean {
  if (files.length === 0) return true;
  return run('npx', [...kind, '--bail', '1', ...files], { LAMELLA_MUTANT: awake.join() }, copy).ok;
}

/** Which files of tests come by which mutant, from a run in which all of them sleep. */
function reach(copy: string, kind: readonly string[]): ReadonlyMap<number, ReadonlySet<string>> {
  const noted = join(copy, `reached-${kind.at(-1)?.replaceAll('/', '-')}`);
  const { ok, said } = run('npx', kind, { LAMELLA_MUTANT: '-1', LAMELLA_REACHED: noted }, copy);
  if (!ok) throw new Error(`The tests fail without any mutant:\n${said.slice(-8000)}`);
  const by = new Map<number, Set<string>>();
  for (const line of existsSync(noted) ? readFileSync(noted, 'utf8').trim().split('\n') : []) {
    const { file, reached } = JSON.parse(line) as { file: string; reached: number[] };
    for (const id of reached) by.set(id, (by.get(id) ?? new Set()).add(relative(copy, file)));
  }
  return by;
}

const known =
  asked.list !== undefined && existsSync(asked.list)
    ? (JSON.parse(readFileSync(asked.list, 'utf8')) as Listed[])
    : null;
const mutants = known?.map(found) ?? chooseMutants(Number(asked.count), Number(asked.seed));
const list = known ?? mutants.flatMap((one) => (one === null ? [] : [listed(one)]));
if (asked.list !== undefined) writeFileSync(asked.list, `${JSON.stringify(list, null, 1)}\n`);

const copy = copyWith(mutants);
if (!asked.unit) {
  const built = run('npm', ['run', '--silent', 'build'], { LAMELLA_TYPES_HELD: '1' }, copy);
  if (!built.ok) throw new Error(`The copy cannot be built:\n${built.said.slice(-8000)}`);
}

/** Those that a kind of tests does not notice, and the ones of all that it comes by. */
function missedBy(kind: readonly string[], left: readonly number[]): readonly number[] {
  const files = reach(copy, kind);
  const filesOf = (id: number): readonly string[] => [...(files.get(id) ?? [])];
  left.filter((id) => files.has(id)).forEach((id) => reached.add(id));
  // One after another they take hours in the browser: when no test notices all of them at once, none is looked at alone.
  const isTogether = kind === BROWSER;
  const all = [...new Set(left.flatMap(filesOf))];
  if (isTogether && hold(copy, kind, all, left)) return left;
  return left.filter((id) => {
    const isMissed = hold(copy, kind, filesOf(id), [id]);
    if (!isMissed) console.log(`caught    ${what(id)}`);
    return isMissed;
  });
}

function what(id: number): string {
  const { path, was, replacement } = list[id];
  return `${path}: ${was} → ${replacement}`.replace(/\s+/g, ' ').slice(0, 150);
}

const reached = new Set<number>();
const awakened = list.flatMap((_, id) => (mutants[id] === null ? [] : [id]));
list.forEach((_, id) => mutants[id] === null && console.log(`gone      ${what(id)}`));
const kinds = asked.unit ? [UNIT, RENDERED] : [UNIT, RENDERED, BROWSER];
const missed = kinds.reduce<readonly number[]>((left, kind) => missedBy(kind, left), awakened);
for (const id of missed) console.log(`${reached.has(id) ? 'MISSED   ' : 'UNREACHED'} ${what(id)}`);
rmSync(join(copy, '..'), { recursive: true });
console.log(`\n${awakened.length - missed.length} of ${awakened.length} caught`);
