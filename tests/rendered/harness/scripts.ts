import { readFileSync } from 'node:fs';
import { compileFunction } from 'node:vm';
import type { Scripts } from './bundle';

/** Runs a script of the application with these globals in place of this process's own. */
export type Run = (globals: Readonly<Record<string, unknown>>) => void;

/** The application's scripts, ready to be run in a page. */
export interface Runs {
  readonly app: Run;
  readonly seed: Run;
  readonly workers: Readonly<Record<string, Run>>;
}

const { RENDERED_SCRIPTS } = process.env;
if (!RENDERED_SCRIPTS) throw new Error('Run these tests with npm run unit.');
const scripts = JSON.parse(readFileSync(RENDERED_SCRIPTS, 'utf8')) as Scripts;

export const runs: Runs = {
  app: runOf('app', scripts.app),
  seed: runOf('seed', scripts.seed),
  workers: Object.fromEntries(
    Object.entries(scripts.workers).map(([name, script]) => [name, runOf(name, script)]),
  ),
};

/** A script is compiled once for each set of names that it is run with. */
function runOf(name: string, script: string): Run {
  const compiled = new Map<string, (...values: unknown[]) => void>();
  return (globals) => {
    const names = Object.keys(globals);
    const key = names.join();
    const run =
      compiled.get(key) ??
      (compileFunction(script, names, { filename: `${name}.js` }) as () => void);
    compiled.set(key, run);
    run(...Object.values(globals));
  };
}
