// Where reading spends its time: each line adds one stage to the one before, on the same file.
import { scanLine } from '../src/core/gcode/lines/scan';
import { Effect } from '../src/core/gcode/effect';
import { Machine } from '../src/core/gcode/machine';
import { readGcode } from '../src/core/read/reader';
import { Words } from '../src/core/gcode/lines/words';
import { ORDINARY_PRINTER } from '../src/core/motion/limits';
import { Planner } from '../src/core/motion/planner';
import { bareScan } from './bareScan';
import { makeBigFile } from './bigFile';

const file = makeBigFile(100e6);

function run(withMachine: boolean, withPlanner: boolean): void {
  const words = new Words();
  const machine = new Machine();
  const planner = new Planner(ORDINARY_PRINTER.limits);
  for (let at = 0; at < file.length;) {
    at = scanLine(file, at, file.length, words);
    if (!withMachine || machine.execute(words, file) !== Effect.Line || !withPlanner) continue;
    const { x, y, z, e, fromX, fromY, fromZ, fromE, feed, extruded } = machine;
    planner.addLine(x - fromX, y - fromY, z - fromZ, e - fromE, feed, extruded ? 0 : null);
  }
}

const stages: readonly [string, () => unknown][] = [
  ['bare scan', () => bareScan(file)],
  ['words', () => run(false, false)],
  ['… and machine state', () => run(true, false)],
  ['… and time', () => run(true, true)],
  ['… and layers, footprints: everything', () => readGcode(file, ORDINARY_PRINTER)],
];
const best = stages.map(() => Infinity);
for (let round = 0; round < 4; round++) {
  stages.forEach(([, work], i) => {
    const start = performance.now();
    work();
    best[i] = Math.min(best[i], performance.now() - start);
  });
}
stages.forEach(([name], i) => console.log(`${best[i].toFixed(0).padStart(6)} ms  ${name}`));
