// How long it takes to learn from five thousand runs: printers, hands, and every pair of a palette.
import { makeDemoLog } from '../../demo/logbook';
import { factsOf } from '../../src/core/log/facts';
import { Learning } from '../../src/core/log/learning';
import { DEMO_SHELF } from '../../src/core/filament/shelf/demoShelf';
import { inTurns } from '../turns';

const RUNS = 5000;
const PAIRS = 7;
const TIMEOUTS = { nozzleSeconds: 600, motorSeconds: 120 };

/** Seconds of learning all that a plan reckons with. */
export async function learnSeconds(): Promise<number> {
  const demo = makeDemoLog().runs.flatMap((run) => factsOf(run) ?? []);
  const facts = Array.from({ length: RUNS }, (_, i) => demo[i % demo.length]);
  const palette = DEMO_SHELF.slice(0, PAIRS).map(({ id }) => id);
  const [seconds] = await inTurns(5, () => {
    const learning = new Learning(facts);
    learning.printer('Sluice', TIMEOUTS);
    learning.person();
    for (const from of palette) for (const to of palette) learning.purge(from, to, 80);
  });
  return seconds;
}
