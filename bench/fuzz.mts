// Puts mutated and random files through reading, writing and proving: `npm run fuzz [-- COUNT [SEED]]`.
import { fuzz } from '../tests/support/fuzz';

const count = Number(process.argv[2] ?? 20_000);
const seed = Number(process.argv[3] ?? 1);
const started = performance.now();
const result = await fuzz(count, seed, (done) => {
  if (done % 2000 === 0) console.log(`${done} files…`);
});
const seconds = (performance.now() - started) / 1000;
console.log(
  `${count} files from seed ${seed} in ${seconds.toFixed(0)} s: ${result.read} read, ${result.written} written and proven, ${result.damaged} damaged outputs, of which the proof caught ${result.caught}.`,
);
for (const failure of result.failures.slice(0, 20)) console.error(failure);
process.exit(result.failures.length === 0 ? 0 : 1);
