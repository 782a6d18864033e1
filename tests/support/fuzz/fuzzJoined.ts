import { ORDERS } from '../../../src/core/order/ordering';
import { boxPrint, type BoxStyle } from '../boxPrints';
import type { Trial } from './fuzzParts';
import { beadsText, runJoined } from '../oracles/joinOracle';
import { writeJoined } from '../joinWritten';
import { bytesOf, textOf } from '../printFiles';
import type { Random } from './random';
import { proveWritten } from '../written';

// prettier-ignore
const ODD_TRAVELS = [
  'G0 Z5\nG0 X20 Y20\nG0 Z0.1\nG0 X30\nG0 Z5', 'G0 Z0.3', 'G0 X70 Y70', 'G91\nG0 Z-0.4\nG90', 'G0 Z9\nG0 X66 Y66 Z0.2\nG0 Z9',
  'G1 X60 Y60', 'M106 S90', 'G28 X Y', 'M105', 'M117 hello', 'G4 P100', 'G92 Z0.1', 'T1', 'M220 S90',
] as const;

/** What stands between the moves of a travel without ending it. */
const BETWEEN_MOVES: readonly (readonly string[])[] = [
  ['M106 S90'],
  ['M117 going on'],
  ['M73 P40 R9'],
  ['G1 F9000'],
  ['G0 UP'],
  ['; a note', 'M204 P700'],
  ['M486 S1', 'G0 UP', 'M105'],
];

/** Boxes beside, on and in each other, with odd travels of their own: written as one file, proven, and damaged. */
export async function tryJoined(random: Random): Promise<Trial> {
  const { int, pick, chance } = random;
  const boxes = Array.from({ length: int(2, 4) }, (): Partial<BoxStyle> => ({
    x: int(55, 80),
    y: int(55, 72),
    width: int(3, 12),
    depth: int(3, 9),
    layers: int(1, 6),
    height: pick(0.2, 0.2, 0.3),
    from: pick(0, 0, 0, 0.4, 0.6, 1.2),
    pocket: pick(0, 0, 2.5),
    inches: chance(0.2),
    relativeE: chance(0.5),
    hop: pick(0, 0.4),
    slopes: chance(0.3),
    skirt: chance(0.2),
    prime: chance(0.3),
    onTravel: chance(0.5) ? [] : pick(...BETWEEN_MOVES),
  }));
  const texts = boxes.map((box) => boxPrint(box));
  if (chance(0.4)) {
    const at = int(0, texts.length - 1);
    const lines = texts[at].split('\n');
    lines.splice(int(10, lines.length - 6), 0, pick(...ODD_TRAVELS));
    texts[at] = lines.join('\n');
  }
  const order = pick(...ORDERS);
  const dipMm = order === 'colour-by-colour' ? pick(0, 0.4, 0.6, 1.4) : 3;
  const done = await writeJoined(texts, { order, dipMm });
  const answer = (more: Partial<Trial> = {}): Trial => {
    return { outcome: 'refused', damaged: false, caught: false, problem: null, ...more };
  };
  if (!done.ok || !(await proveWritten(done.value)).ok) return answer();
  const { output, request } = done.value;
  const limit = request.arrangement.dipMm;
  const run = runJoined(textOf(output), limit);
  const what = `${order}, ${JSON.stringify(boxes)}`;
  if (run.faults.length > 0) {
    return answer({ outcome: 'proven', problem: `${what}: proven, but ${run.faults.join('; ')}` });
  }
  const lines = textOf(output).split('\n');
  const at = int(0, lines.length - 2);
  const kind = int(0, 2);
  if (kind === 0) lines.splice(at, 1);
  else if (kind === 1) lines.splice(at, 0, lines[at]);
  else lines[at] = lines[at].replace(/\d(?=\D*$)/, (digit) => String((Number(digit) + 1) % 10));
  const harmed = lines.join('\n');
  const damaged = harmed !== textOf(output);
  const verdict = await proveWritten(done.value, bytesOf(harmed));
  if (!damaged || !verdict.ok) return answer({ outcome: 'proven', damaged, caught: damaged });
  const after = runJoined(harmed, limit);
  const isSame = beadsText(after.beads).join() === beadsText(run.beads).join();
  const harm = [...after.faults, ...(isSame ? [] : ['something else is printed'])];
  const problem = harm.length > 0 ? `${what}: damage is proven, but ${harm.join('; ')}` : null;
  return answer({ outcome: 'proven', damaged, problem });
}
