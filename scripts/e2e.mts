// Runs the tests in the browser: one server and two browsers for all of them, and the slowest ten at the end.
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { freePort, ROOT, startApp, startBrowser } from '../tests/e2e/harness/app';
import { homeCertificate, keySum } from './lib/home.mjs';
import { makeSeeds } from '../tests/e2e/harness/makeSeeds';

const FOLDER = 'tests/e2e';
/** Files whose few lines take long. */
const LONG = ['accessibility', 'offline'];
const asked = process.argv.slice(2);
const files = readdirSync(join(ROOT, FOLDER))
  .filter((name) => name.endsWith('.e2e.ts'))
  .filter((name) => asked.length === 0 || asked.some((part) => name.includes(part)))
  .map((name) => join(FOLDER, name))
  // The longest first, so that none is left to run alone at the end.
  .sort((a, b) => length(b) - length(a));

/** Roughly how long a file takes, for their order. */
function length(file: string): number {
  return LONG.some((name) => file.includes(name)) ? 1e6 : statSync(join(ROOT, file)).size;
}

interface Timed {
  readonly name: string;
  readonly ms: number;
}

const timed: Timed[] = [];
let name = '';

/** Remembers how long each test took: its name comes first, and its time a few lines below. */
function note(line: string): void {
  const title = /^\s*(?:not )?ok \d+ - (.*)$/.exec(line);
  if (title) name = title[1];
  const time = /^\s*duration_ms: ([\d.]+)$/.exec(line);
  const isTest = /^\s{8,}/.test(line) || /^\s{6}d/.test(line);
  if (time && isTest) timed.push({ name, ms: Number(time[1]) });
}

const shared = mkdtempSync(join(tmpdir(), 'lamella-seeds-'));
const seeds = join(shared, 'seeds.json');
writeFileSync(seeds, JSON.stringify(await makeSeeds()));
// The home network as a phone has it, by https too: a test starts the server for that.
const certificate = await homeCertificate(join(shared, 'home'), ['127.0.0.1']);
const securePort = String(await freePort());
const app = await startApp({
  LAMELLA_CERTIFICATE: certificate.path,
  LAMELLA_SECURE_PORT: securePort,
});
const trusted = `--ignore-certificate-errors-spki-list=${keySum(certificate.cert)}`;
const plain = await startBrowser({ webGl: false, more: [trusted] });
const drawing = await startBrowser({ webGl: true });
const tests = spawn(
  process.execPath,
  ['--import', 'tsx', '--test', '--test-reporter=tap', '--test-concurrency=2', ...files],
  {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      E2E_SEEDS: seeds,
      E2E_URL: app.url,
      E2E_HOME: join(shared, 'home'),
      E2E_SECURE_PORT: securePort,
      E2E_PLAIN: plain.wsEndpoint(),
      E2E_DRAWING: drawing.wsEndpoint(),
    },
  },
);
createInterface({ input: tests.stdout }).on('line', (line) => {
  console.log(line);
  note(line);
});
const code = await new Promise<number>((resolve) => {
  tests.on('close', (status) => resolve(status ?? 1));
});
await Promise.all([plain.close(), drawing.close()]);
app.stop();
rmSync(shared, { recursive: true });
const slowest = timed.toSorted((a, b) => b.ms - a.ms).slice(0, 10);
console.log('\nSlowest:');
for (const one of slowest) console.log(`${(one.ms / 1000).toFixed(1).padStart(6)} s  ${one.name}`);
process.exit(code);
