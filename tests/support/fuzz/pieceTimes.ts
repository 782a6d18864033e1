import type { Printer } from '../../../src/core/printer/printer';
import type { MadePiece } from '../../../src/core/pieces/piece';
import { timeFile, timeReadings, timeValues } from '../../../src/core/pieces/timePiece';
import { movesOf, secondsFor } from '../oracles/pieceOracle';
import type { Random } from './random';
import { outside } from './pieceTrial';

/** How the times of the hand are off, s. */
const HAND = 0.1;

export function timeTrial({ next, chance }: Random, printer: Printer): string | null {
  const isJerk = chance(0.6);
  const corner = isJerk
    ? { kind: 'jerk' as const, value: 3 + 15 * next() }
    : { kind: 'deviation' as const, value: 0.01 + 0.09 * next() };
  const limits = { acceleration: 300 + 3700 * next(), corner };
  const [nozzle, bed] = [1 + 4 * next(), 0.1 + 0.9 * next()];
  const model: Printer = {
    ...printer,
    limits: {
      ...printer.limits,
      corner: isJerk ? { kind: 'jerk', x: 8, y: 8, z: 0.4, e: 5 } : { kind: 'deviation', mm: 0.02 },
    },
  };
  const stretches = timeFile(model).split('M117 ').slice(1);
  const out = outside({ gcode: timeFile(model) } as MadePiece, model);
  if (out !== null) return out;
  const seconds: Record<string, number> = {};
  timeReadings(model).forEach(({ id }, i) => {
    const text = stretches[i];
    const degrees = [...text.matchAll(/M1[09][09] S(\d+)/g)].map(([, value]) => Number(value));
    const hand = HAND * (next() + next() - 1);
    if (degrees.length === 2) {
      seconds[id] = (degrees[1] - degrees[0]) / (id === 'nozzle' ? nozzle : bed) + hand;
    } else {
      const between = text.slice(text.indexOf('G91'), text.lastIndexOf('G90'));
      seconds[id] = secondsFor(movesOf(between), limits) + hand;
    }
  });
  const found = timeValues(model, seconds);
  const check = (subject: string, truth: number): string | null => {
    const one = found.find((it) => it.subject === subject);
    if (!one) return `${subject} was not found`;
    const off = Math.abs(one.value - truth);
    return off <= 3 * one.spread + 1e-6
      ? null
      : `${subject}: ${one.value.toFixed(3)} ± ${one.spread.toFixed(3)} found, ${truth.toFixed(3)} is true`;
  };
  return (
    check('limits.acceleration.travel', limits.acceleration) ??
    check(isJerk ? 'limits.corner.x' : 'limits.corner.mm', corner.value) ??
    check('heating.nozzlePerSecond', nozzle) ??
    check('heating.bedPerSecond', bed)
  );
}
