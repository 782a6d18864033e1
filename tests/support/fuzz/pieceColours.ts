import type { Printer } from '../../../src/core/printer/printer';
import { hidingStairs, stairValues } from '../../../src/core/pieces/hidingStairs';
import { lineOf, type PieceFilament } from '../../../src/core/pieces/piece';
import { ladderValues, purgeLadder, type Pair } from '../../../src/core/pieces/purgeLadder';
import { hidesLamp, hidesOver, purgeOf } from '../../../src/core/measured/subjects';
import { movesOf, oldShare, thicknessAt, wallStarts, type SeenMove } from '../oracles/pieceOracle';
import type { Random } from './random';
import { valueOf, type PieceTrial } from './pieceTrial';

/** Of what is below, so much is just not seen. */
const UNSEEN = 0.05;

export function ladderTrial(
  { int, pick, chance, next }: Random,
  printer: Printer,
  filaments: readonly PieceFilament[],
): PieceTrial {
  const all: Pair[] = [
    [0, 1],
    [2, 3],
    [1, 2],
    [0, 3],
    [0, 2],
    [1, 3],
  ];
  const pairs = all.slice(0, int(1, 6)).map(([a, b]): Pair => (chance(0.5) ? [a, b] : [b, a]));
  const settings = {
    stepMm: pick(8, 10, 15),
    firstMm: pick(0, 10, 20),
    longestMm: pick(null, 150),
  };
  const laws = new Map<string, { dead: number; stirred: number }>();
  const lawOf = (key: string) => {
    const law = laws.get(key) ?? { dead: 20 * next(), stirred: 4 + 25 * next() };
    laws.set(key, law);
    return law;
  };
  return [
    purgeLadder(printer, filaments, pairs, settings),
    (made) => {
      const answers: Record<string, number | null> = {};
      const wanted = new Map<string, number>();
      for (const { from, to, starts } of wallStarts(movesOf(made.gcode)).values()) {
        const id = purgeOf(made.filaments[from].key, made.filaments[to].key);
        const reading = made.readings.find((one) => one.id === id);
        if (!reading || wanted.has(id)) continue;
        const { dead, stirred } = lawOf(id);
        if (starts.length !== reading.marks.length)
          return `${id}: ${starts.length} walls, ${reading.marks.length} marks`;
        const clean = starts.map(
          (pushed) => oldShare(pushed + settings.firstMm, dead, stirred) <= UNSEEN,
        );
        const first = clean.indexOf(true);
        answers[id] = first < 0 ? null : reading.marks[first];
        wanted.set(id, dead - stirred * Math.log(UNSEEN));
      }
      if (wanted.size !== 2 * pairs.length)
        return `${wanted.size} directions of ${2 * pairs.length}`;
      const found = ladderValues(made, answers, settings);
      for (const [id, truth] of wanted) {
        const value = valueOf(found, id);
        if (value === null) {
          const longest = made.readings.find((one) => one.id === id)!.marks.at(-1)!;
          if (truth <= longest - settings.stepMm)
            return `${id}: nothing found, ${truth.toFixed(1)} mm is true`;
          continue;
        }
        const off = value - Math.max(settings.firstMm, truth);
        if (off < -0.05 || off > settings.stepMm + 0.05)
          return `${id}: ${value} mm found, ${truth.toFixed(1)} is true`;
      }
      return null;
    },
  ];
}

export function stairTrial(
  { next, pick }: Random,
  printer: Printer,
  [lower, upper]: readonly PieceFilament[],
): PieceTrial {
  const settings = { layerMm: pick(null, 0.1, 0.12) };
  const [day, lamp] = [0.2 + 1.2 * next(), 0.4 + 1.6 * next()];
  return [
    hidingStairs(printer, [lower, upper], settings),
    (made) => {
      const moves = movesOf(made.gcode);
      const printed = moves.filter(({ e, from, to }) => e > 0 && from[1] !== to[1]);
      const tops = [...new Set(printed.map(({ to }) => to[2]))].sort((a, b) => a - b);
      const base = tops[(made.colours as { layer: number }).layer - 2];
      const plate = printed.filter(({ to }) => to[2] <= base && to[2] > 0.3);
      const [left, right] = [
        Math.min(...plate.map(({ to }) => to[0])),
        Math.max(...plate.map(({ to }) => to[0])),
      ];
      const [front, back] = [
        Math.min(...plate.map(({ to }) => to[1])),
        Math.max(...plate.map(({ to }) => to[1])),
      ];
      const marks = made.readings[0].marks;
      const stair = (right - left) / (marks.length + 1);
      const line = 1.2 * lineOf(printer);
      // Down in the slot the lower filament is missing, and the upper one is not.
      const slotY = slotOf(moves, (left + right) / 2, front, back, base, line);
      if (slotY === null) return 'there is no slot';
      const seen = (y: number, depth: number): number | null => {
        const thick = marks.map((_, i) =>
          thicknessAt(moves, left + (i + 1.5) * stair, y, base, 99, line),
        );
        if (thick.some((one, i) => Math.abs(one - marks[i]) > 1e-3)) return NaN;
        const first = thick.findIndex((one) => 20 ** (-one / depth) <= UNSEEN);
        return first < 0 ? null : marks[first];
      };
      const answers = {
        [made.readings[0].id]: seen(front + 4, day),
        [made.readings[1].id]: seen(slotY, lamp),
      };
      const found = stairValues(made, answers);
      const truths = [
        [hidesOver(upper.key, lower.key), day],
        [hidesLamp(upper.key), lamp],
      ] as const;
      for (const [id, truth] of truths) {
        const value = valueOf(found, id);
        if (value === null && truth < marks.at(-1)!)
          return `${id}: nothing found, ${truth.toFixed(2)} mm is true`;
        if (value !== null && !(value - truth > -1e-6 && value - truth <= marks[0] + 1e-6))
          return `${id}: ${value} found, ${truth.toFixed(2)} is true`;
      }
      return null;
    },
  ];
}

function slotOf(
  moves: readonly SeenMove[],
  x: number,
  front: number,
  back: number,
  base: number,
  line: number,
): number | null {
  for (let y = back - 8; y < back; y += 0.25) {
    if (thicknessAt(moves, x, y, 0, base, line) === 0 && y > front) return y;
  }
  return null;
}
