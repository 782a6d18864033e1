// Puts made-up prints, own lines, archives and torn files through reading, writing and proving, and
// asks the oracle about all that was proven: `npm run fuzz [-- COUNT [SEED [KIND…]]]`. Without kinds, the properties
// that the suite tries a tenth of are then tried in full.
import { spawnSync } from 'node:child_process';
import { fuzz, FUZZ_KINDS, type FuzzKind } from '../tests/support/fuzz/fuzz';

const count = Number(process.argv[2] ?? 20_000);
const seed = Number(process.argv[3] ?? 1);
const named = process.argv.slice(4) as FuzzKind[];
const FILES_A_PRINTER = 100;
let failed = 0;
for (const kind of named.length > 0 ? named : FUZZ_KINDS) {
  const started = performance.now();
  // A printer prints six pieces, which takes a second; a file takes milliseconds.
  const many = kind === 'pieces' ? Math.ceil(count / FILES_A_PRINTER) : count;
  const result = await fuzz(kind, many, seed, (done) => {
    if (done % 2000 === 0) console.log(`${kind}: ${done}…`);
  });
  const seconds = (performance.now() - started) / 1000;
  console.log(
    `${kind}: ${many} from seed ${seed} in ${seconds.toFixed(0)} s: ${result.read} read, ${result.refused} refused, ${result.proven} proven, ${result.damaged} damaged, of which ${result.caught} were caught, ${result.failures.length} failures.`,
  );
  for (const failure of result.failures.slice(0, 20)) console.error(failure);
  failed += result.failures.length;
}
// What the suite takes a tenth of.
const inFull = { ...process.env, LAMELLA_WHOLE: '1' };
const whole =
  named.length > 0 ||
  spawnSync('npx', ['vitest', 'run', 'src', 'cli'], { stdio: 'inherit', env: inFull }).status === 0;
process.exit(failed === 0 && whole ? 0 : 1);
