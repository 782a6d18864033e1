// Installs what is missing, then runs everything that must hold, and counts it at the end.
import { spawnSync } from 'node:child_process';
import { buildChanged } from './lib/build.mjs';
import { installChromium, installPackages, ROOT } from './lib/install.mjs';

installPackages();
// It is needed last, and its packages come while the tests before want the processor.
const chromium = installChromium();

let passed = 0;
let failed = 0;

/** One step that either holds or does not: what it does answers with an exit code. */
function step(name, work) {
  console.log(`\n— ${name}`);
  const begun = Date.now();
  if (work() === 0) passed++;
  else failed++;
  took(name, begun);
}

/** Says how long a step took: all of them together should stay under 6 minutes. */
function took(name, begun) {
  console.log(`${name}: ${Math.round((Date.now() - begun) / 1000)} s`);
}

/** A step whose output says how many tests have passed, and how many failed. */
function countedStep(name, command, args, count) {
  console.log(`\n— ${name}`);
  const begun = Date.now();
  const result = spawnSync(command, args, {
    cwd: ROOT,
    encoding: 'utf8',
    maxBuffer: 1 << 28,
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', NO_COLOR: '1', FORCE_COLOR: '0' },
  });
  process.stdout.write(result.stdout);
  process.stderr.write(result.stderr);
  took(name, begun);
  const counts = count(result.stdout);
  passed += counts.passed;
  failed += counts.failed;
  if (result.status !== 0 && counts.failed === 0) failed++;
  if (result.status === 0 && counts.passed === 0) {
    console.error(`${name}: no test ran`);
    failed++;
  }
}

const number = (text, pattern) => Number(pattern.exec(text)?.[1] ?? 0);

/** What the runner says that its tests have come to. */
function testsOf(out) {
  const line = /^\s*Tests\s+(.*)$/m.exec(out)?.[1] ?? '';
  return { passed: number(line, /(\d+) passed/), failed: number(line, /(\d+) failed/) };
}

countedStep('Lint, types and unit tests', 'npm', ['run', '--silent', 'check'], (out) => {
  const tests = testsOf(out);
  const held = [...out.matchAll(/^— (lint|format|types): holds$/gm)].length;
  return { passed: tests.passed + held, failed: tests.failed + 3 - held };
});
countedStep('The application without a browser', 'npm', ['run', '--silent', 'rendered'], testsOf);
// Types were looked at above.
step('Build', () => buildChanged({ LAMELLA_TYPES_HELD: '1' }));
await chromium();
countedStep('Tests in the browser', 'npm', ['run', '--silent', 'e2e'], testsOf);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
