import { sourceOf } from '../../../src/core/byteSource';
import { ordinarySpool } from '../../../src/core/filament/shelf/spool';
import { readGcode } from '../../../src/core/read/reader';
import { prepareOutput } from '../../../src/core/write/prepare';
import { requestOfPlan } from '../../../src/core/write/request/planRequest';
import { writeOutput } from '../../../src/core/blocks/pieces';
import { proveOutput } from '../../../src/core/proof/proof';
import { ORDINARY_PROFILE, type Printer } from '../../../src/core/printer/printer';
import { EXAMPLE_PRINTERS } from '../../../src/core/printer/examples';
import { hidingStairs, stairValues } from '../../../src/core/pieces/hidingStairs';
import { nozzleReach, reachValues } from '../../../src/core/pieces/nozzleReach';
import {
  isUnfit,
  layerOf,
  lineOf,
  type Answers,
  type FoundValue,
  type MadePiece,
  type PieceFilament,
  type Unfit,
} from '../../../src/core/pieces/piece';
import { piecePlan } from '../../../src/core/pieces/piecePlan';
import { placeAgain, placeValues, VERNIER_MM } from '../../../src/core/pieces/placeAgain';
import { ladderValues, purgeLadder, type Pair } from '../../../src/core/pieces/purgeLadder';
import { smallest, smallestValues } from '../../../src/core/pieces/smallest';
import { timeFile, timeReadings, timeValues } from '../../../src/core/pieces/timePiece';
import { hidesLamp, hidesOver, purgeOf } from '../../../src/core/measured/subjects';
import {
  isPrinted,
  movesOf,
  oldShare,
  secondsFor,
  thicknessAt,
  touchedWalls,
  wallStarts,
  type SeenMove,
} from '../oracles/pieceOracle';
import { bytesOf } from '../printFiles';
import type { Random } from './random';
import type { Trial } from './fuzzParts';

/** Of what is below, so much is just not seen. */
const UNSEEN = 0.05;

/** Makes every test piece for a made-up printer, writes and proves it, prints it with the oracle, and reads it off. */
export async function tryPieces(random: Random): Promise<Trial> {
  const printer = madePrinter(random);
  const filaments = madeFilaments(random);
  const pieces: [string, MadePiece | Unfit, (made: MadePiece) => string | null][] = [
    ['ladder', ...ladderTrial(random, printer, filaments)],
    ['stairs', ...stairTrial(random, printer, filaments)],
    ['reach', ...reachTrial(random, printer, filaments)],
    ['place', ...placeTrial(random, printer, filaments)],
    ['smallest', ...smallestTrial(random, printer, filaments)],
  ];
  const problems: string[] = [];
  for (const [name, made, look] of pieces) {
    if (isUnfit(made)) {
      // Only small beds have too little room.
      if (Math.min(printer.volume.x, printer.volume.y) >= 200 && name !== 'ladder')
        problems.push(`${name}: ${made.problem}`);
      continue;
    }
    const proven = await prove(made, printer);
    if (proven !== null) problems.push(`${name}: ${proven}`);
    const out = outside(made, printer);
    if (out !== null) problems.push(`${name}: ${out}`);
    const problem = look(made);
    if (problem !== null) problems.push(`${name}: ${problem}`);
  }
  const time = timeTrial(random, printer);
  if (time !== null) problems.push(`time: ${time}`);
  return {
    outcome: 'proven',
    damaged: false,
    caught: false,
    problem: problems.length > 0 ? problems.join(' | ') : null,
  };
}

function madePrinter({ pick, int, next, chance }: Random): Printer {
  const base = pick<Printer>(ORDINARY_PROFILE, ...EXAMPLE_PRINTERS);
  const side = pick(150, 180, 220, 300);
  return {
    ...base,
    bed:
      base.bed.shape === 'round'
        ? base.bed
        : { shape: 'rectangle', origin: pick('corner', 'centre') },
    volume: { x: side, y: side + pick(0, 20), z: pick(120, 250) },
    park: null,
    brush: null,
    firmware: { ...base.firmware, namesMotors: chance(0.5) },
    nozzleMm: pick(0.25, 0.4, 0.4, 0.6),
    retractMm: pick(0, 0.8, 4),
    nozzle: {
      tipMm: 0.6 + next(),
      coneDegrees: int(30, 60),
      headClearance: { radiusMm: 25, heightMm: 1.5 + 4 * next() },
      head: [],
    },
  };
}

/** A move that leads out of what the printer can reach; null for none. */
function outside({ gcode }: MadePiece, { bed, volume }: Printer): string | null {
  const centred = bed.shape === 'round' || bed.origin === 'centre';
  const [midX, midY] = centred ? [0, 0] : [volume.x / 2, volume.y / 2];
  for (const { to } of movesOf(gcode)) {
    const [dx, dy] = [Math.abs(to[0] - midX), Math.abs(to[1] - midY)];
    // Before the first move the head is at X 0 Y 0, wherever that is.
    if (to[0] === 0 && to[1] === 0) continue;
    const isOut =
      bed.shape === 'round'
        ? Math.hypot(dx, dy) > volume.x / 2
        : dx > volume.x / 2 || dy > volume.y / 2;
    if (isOut || to[2] < 0 || to[2] > volume.z) return `out of reach at ${to.join(' ')}`;
  }
  return null;
}

function madeFilaments({ next }: Random): PieceFilament[] {
  const colour = (): string =>
    `#${Array.from({ length: 3 }, () =>
      Math.floor(next() * 256)
        .toString(16)
        .padStart(2, '0'),
    ).join('')}`;
  return Array.from({ length: 4 }, (_, i) => {
    const name = `Filament ${i + 1}`;
    return {
      ...ordinarySpool({ id: name, name, colour: colour(), hidingDepth: 0.3 + 0.7 * next() }),
      key: name,
    };
  });
}

async function prove(made: MadePiece, printer: Printer): Promise<string | null> {
  const bytes = bytesOf(made.gcode);
  const reading = readGcode(bytes, printer);
  const error = reading.findings.find(({ severity }) => severity === 'error');
  if (error) return error.message;
  if (made.colours.kind === 'one') return null;
  const plan = piecePlan(made, 'a'.repeat(64), null);
  const request = requestOfPlan(plan, reading, printer);
  const prepared = await prepareOutput(sourceOf(bytes), reading, request);
  if (!prepared.ok) return prepared.refusal.message;
  const output = writeOutput(bytes, prepared.value);
  const proof = await proveOutput(sourceOf(bytes), sourceOf(output), {
    reading,
    planned: request,
    printer,
  });
  return proof.ok ? null : (proof.checks.find(({ ok }) => !ok)?.message ?? 'not proven');
}

type PieceTrial = [MadePiece | Unfit, (made: MadePiece) => string | null];

const valueOf = (found: readonly FoundValue[], subject: string): number | null =>
  found.find((one) => one.subject === subject)?.value ?? null;

function ladderTrial(
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

function stairTrial(
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

function reachTrial(
  { next, int }: Random,
  printer: Printer,
  [filament]: readonly PieceFilament[],
): PieceTrial {
  const degrees = int(25, 65);
  const truth = {
    radius: 0.25 + 0.5 * next(),
    slope: Math.tan((degrees * Math.PI) / 180),
    headHeight: 2 + 5 * next(),
    headRadius: 26,
  };
  // A head that comes down to the fins is another question than the cone.
  truth.headHeight = Math.max(3.6, truth.headHeight);
  return [
    nozzleReach(printer, filament),
    (made) => {
      const moves = movesOf(made.gcode);
      const line = lineOf(printer);
      const layer = layerOf(printer);
      const printed = moves.filter((move) => isPrinted(move) && move.to[2] > layer + 0.01);
      const rings = printed.filter(({ from, to }) => from[1] !== to[1]);
      const centre = [0, 1].map(
        (k) =>
          (Math.min(...rings.map(({ to }) => to[k])) + Math.max(...rings.map(({ to }) => to[k]))) /
          2,
      );
      const fins = [
        ...new Set(printed.filter(({ from, to }) => from[1] === to[1]).map(({ to }) => to[1])),
      ].sort((a, b) => a - b);
      const walls = touchedWalls(moves, truth, line / 2, (move) => {
        if (move.to[2] <= layer + 0.01) return null;
        if (move.from[1] === move.to[1]) return fins.indexOf(move.to[1]);
        return 100 + Math.round(Math.hypot(move.to[0] - centre[0], move.to[1] - centre[1]));
      });
      const answers: Record<string, number | null> = {};
      made.readings.forEach(({ id }, i) => {
        const number = i < fins.length ? i : 100 + Number(/\d+/.exec(id)![0]);
        const wall = walls.get(number);
        answers[id] = wall?.touched ? Number(wall.touched.toFixed(3)) : null;
      });
      const found = reachValues(printer, made, answers);
      const [tip, cone, head] = [
        'nozzle.tipMm',
        'nozzle.coneDegrees',
        'nozzle.headClearance.heightMm',
      ].map((id) => valueOf(found, id)!);
      for (let height = 0.2; height <= 2.6; height += 0.2) {
        const is = truth.radius + height * truth.slope;
        const says = tip / 2 + height * Math.tan((cone * Math.PI) / 180);
        // Half of what lies between two fins, and a layer along the slope.
        const may = 0.3 + layer * truth.slope;
        // Beyond the farthest fin nothing was looked at.
        if (is < 3 && Math.abs(is - says) > may)
          return `radius ${is.toFixed(2)} at ${height.toFixed(1)}, found ${says.toFixed(2)} (${JSON.stringify(truth)}, ${degrees}°, tip ${tip}, ${cone}°)`;
      }
      if (
        head > truth.headHeight + 1e-6 ||
        head < Math.min(truth.headHeight, 7.6) - 4 * layer - 1e-6
      )
        return `head ${truth.headHeight.toFixed(2)}, found ${head}`;
      return null;
    },
  ];
}

function placeTrial(
  { next }: Random,
  printer: Printer,
  [one, other]: readonly PieceFilament[],
): PieceTrial {
  const shift = (most: number): [number, number] => [
    most * (2 * next() - 1),
    most * (2 * next() - 1),
  ];
  const [stop, home, motors] = [shift(0.48), shift(0.2), shift(0.2)];
  return [
    placeAgain(printer, [one, other]),
    (made) => {
      const strokes = movesOf(made.gcode)
        .filter(
          ({ e, from, to }) => e > 0 && (from[0] === to[0]) !== (from[1] === to[1]) && to[2] < 0.5,
        )
        .filter(
          ({ from, to, change }) => change > 0 || Math.hypot(from[0] - to[0], from[1] - to[1]) < 20,
        );
      const answers: Record<string, number | null> = {};
      const offs = [stop, home, [home[0] + motors[0], home[1] + motors[1]]] as const;
      ['stop', 'home', ...(printer.firmware.namesMotors ? ['motors'] : [])].forEach(
        (event, number) => {
          ['x', 'y'].forEach((axis, k) => {
            const ofAxis = strokes.filter(({ from, to }) => from[k] === to[k]);
            const moving = ofAxis.filter(
              (it) =>
                it.change === 1 &&
                it.homes === (number > 0 ? 1 : 0) &&
                it.offs === (number > 1 ? 1 : 0),
            );
            const ends = moving[0].from[1 - k];
            const fixed = ofAxis.filter(
              (it) =>
                it.change === 0 &&
                Math.min(Math.abs(it.to[1 - k] - ends), Math.abs(it.from[1 - k] - ends)) < 1,
            );
            if (moving.length !== 21 || fixed.length !== 21)
              throw new Error(`${event} ${axis}: ${fixed.length} and ${moving.length} strokes`);
            const [a, b] = [fixed, moving].map((list) =>
              list.map(({ from }) => from[k]).sort((p, q) => p - q),
            );
            const misses = a.map((at, i) => Math.abs(at - b[i] - offs[number][k]));
            answers[`${event} ${axis}`] = Number(
              ((misses.indexOf(Math.min(...misses)) - 10) * VERNIER_MM).toFixed(2),
            );
          });
        },
      );
      const found = placeValues(answers as Answers);
      const truths = [
        ['returns.stopMm', stop, 1],
        ['returns.homeMm', home, 1],
        ['returns.motorsMm', motors, 2],
      ] as const;
      for (const [id, off, readings] of truths) {
        const is = Math.max(Math.abs(off[0]), Math.abs(off[1]));
        const value = valueOf(found, id);
        if (value === null && id === 'returns.motorsMm' && !printer.firmware.namesMotors) continue;
        if (value === null) return `${id} was not found`;
        if (Math.abs(value - is) > (readings * VERNIER_MM) / 2 + 1e-3)
          return `${id}: ${value} found, ${is.toFixed(3)} is true`;
      }
      return null;
    },
  ];
}

function smallestTrial(
  { next }: Random,
  printer: Printer,
  [ground, ink]: readonly PieceFilament[],
): PieceTrial {
  const n = printer.nozzleMm;
  const truth = {
    stroke: n * (0.4 + 2 * next()),
    gap: n * (0.4 + 2 * next()),
    module: n * (1 + 1.8 * next()),
  };
  return [
    smallest(printer, [ground, ink]),
    (made) => {
      const layer = layerOf(printer);
      const { layer: swap } = made.colours as { layer: number };
      const moves = movesOf(made.gcode).filter(isPrinted);
      const first = moves.filter(({ to }) => Math.abs(to[2] - swap * layer) < 0.01);
      const area = (Math.PI / 4) * printer.filamentDiameter ** 2;
      // Width of a line from its filament: a flat middle and round sides, or a string where it is narrower than thick.
      const width = ({ e, from, to }: SeenMove): number => {
        const section = (e * area) / Math.hypot(to[0] - from[0], to[1] - from[1]);
        const round = section / layer + layer * (1 - Math.PI / 4);
        return round >= layer ? round : (4 * section) / (Math.PI * layer);
      };
      const front = Math.min(...first.map(({ to }) => to[1]));
      const upright = first.filter(({ from, to }) => from[0] === to[0]);
      const rows = [front, front + 13].map((low) =>
        upright.filter(
          ({ from, to }) =>
            Math.min(from[1], to[1]) > low - 1.5 && Math.max(from[1], to[1]) < low + 12,
        ),
      );
      const spans = rows.map((row) =>
        spansOf(
          row.map(
            (move) => [move.from[0] - width(move) / 2, move.from[0] + width(move) / 2] as const,
          ),
        ),
      );
      const [strokes, blocks] = spans;
      const widths = strokes.map(([a, b]) => b - a);
      const gaps = blocks.slice(1).map(([a], i) => a - blocks[i][1]);
      const whole = (sizes: readonly number[], limit: number): number | null => {
        const out = sizes.filter((one) => one >= limit - 0.006);
        return out.length === 0 ? null : Math.min(...out);
      };
      const nearest = (marks: readonly number[], size: number | null): number | null =>
        size === null
          ? null
          : marks.reduce((best, mark) =>
              Math.abs(mark - size) < Math.abs(best - size) ? mark : best,
            );
      const [ofStrokes, ofGaps, ofCodes] = made.readings.map(({ marks }) => marks);
      if (widths.length !== ofStrokes.length) return `${widths.length} strokes`;
      if (gaps.filter((gap) => gap > 0.05).length !== ofGaps.length)
        return `${gaps.length} gaps: ${gaps.map((one) => one.toFixed(2)).join(' ')}`;
      const answers = {
        'finest.strokeMm': nearest(ofStrokes, whole(widths, truth.stroke)),
        'finest.gapMm': nearest(ofGaps, whole(gaps, truth.gap)),
        'finest.moduleMm': nearest(ofCodes, whole(ofCodes, truth.module)),
      };
      const found = smallestValues(made, answers);
      for (const [id, limit] of [
        ['finest.strokeMm', truth.stroke],
        ['finest.gapMm', truth.gap],
        ['finest.moduleMm', truth.module],
      ] as const) {
        const value = valueOf(found, id);
        const marks = made.readings.find((one) => one.id === id)!.marks;
        const wanted = marks.find((mark) => mark >= limit - 0.006) ?? null;
        if (value !== wanted) return `${id}: ${value} found, ${limit.toFixed(2)} is true`;
      }
      return null;
    },
  ];
}

/** Lines that touch as one. */
function spansOf(lines: readonly (readonly [number, number])[]): [number, number][] {
  const sorted = [...lines].sort((a, b) => a[0] - b[0]);
  const spans: [number, number][] = [];
  for (const [from, to] of sorted) {
    const last = spans.at(-1);
    if (last && from <= last[1] + 0.04) last[1] = Math.max(last[1], to);
    else spans.push([from, to]);
  }
  return spans;
}

/** How the times of the hand are off, s. */
const HAND = 0.1;

function timeTrial({ next, chance }: Random, printer: Printer): string | null {
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
