import { Planner } from '../motion/planner';
import type { MotionLimits } from '../motion/limits';
import { reachOf, type Printer } from '../printer/printer';
import type { Answers, FoundValue, Reading } from './piece';

/** A move by so much, mm. */
interface Leg {
  readonly dx: number;
  readonly dy: number;
}

/** One stretch that is timed, from the first signal to the second. */
interface Stretch {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  /** Moves and their speed, mm/s; null where it heats. */
  readonly moves: { readonly legs: readonly Leg[]; readonly speed: number } | null;
  /** Degrees that it heats by, °C. */
  readonly heats: {
    readonly what: 'nozzle' | 'bed';
    readonly from: number;
    readonly to: number;
  } | null;
}

const LIFT = 20;
const PAUSE = 4;
/** Room to the edges of the bed, mm. */
const EDGE = 15;
const NOZZLE = { from: 60, to: 180 };
const BED = { from: 30, to: 50 };
/** How far a hand with a stop watch is off at one signal, s: one standard deviation. */
const HAND_SECONDS = 0.15;

const there = (times: number, legs: readonly Leg[]): Leg[] =>
  Array.from({ length: times }, () => legs).flat();

/** What is timed on a printer. */
function stretchesOf(printer: Printer): readonly Stretch[] {
  const { minX, maxX, minY, maxY, radius } = reachOf(printer);
  const side = radius === null ? Math.min(maxX - minX, maxY - minY) : Math.SQRT2 * radius;
  const far = Math.min(160, Math.floor(side - 2 * EDGE));
  const fast = Math.min(150, printer.limits.maxFeed.x, printer.limits.maxFeed.y);
  const steps = Math.floor(far / 4);
  const stairs = there(steps, [
    { dx: 4, dy: 0 },
    { dx: 0, dy: 4 },
  ]);
  const back = stairs.map(({ dx, dy }) => ({ dx: -dx, dy: -dy }));
  return [
    {
      id: 'long',
      name: 'Long moves',
      about: `16 moves of ${far} mm, left and right`,
      moves: {
        legs: there(8, [
          { dx: far, dy: 0 },
          { dx: -far, dy: 0 },
        ]),
        speed: fast,
      },
      heats: null,
    },
    {
      id: 'short',
      name: 'Short moves',
      about: '160 moves of 12 mm, left and right',
      moves: {
        legs: there(80, [
          { dx: 12, dy: 0 },
          { dx: -12, dy: 0 },
        ]),
        speed: fast,
      },
      heats: null,
    },
    {
      id: 'corners',
      name: 'Corners',
      about: `stairs of 4 mm, up and down, ${8 * steps} corners`,
      moves: { legs: [...stairs, ...back, ...stairs, ...back], speed: Math.min(60, fast) },
      heats: null,
    },
    {
      id: 'nozzle',
      name: 'Nozzle',
      about: `from ${NOZZLE.from} to ${NOZZLE.to} °C`,
      moves: null,
      heats: { what: 'nozzle', ...NOZZLE },
    },
    {
      id: 'bed',
      name: 'Bed',
      about: `from ${BED.from} to ${BED.to} °C`,
      moves: null,
      heats: { what: 'bed', ...BED },
    },
  ];
}

/**
 * A file that moves and heats and pushes no filament. Each stretch begins and ends with a tone, after all moves have
 * ended (`M400`); printers without a beeper lift the head by 5 mm at these moments.
 */
export function timeFile(printer: Printer): string {
  const { minX, maxX, minY, maxY, radius, maxZ } = reachOf(printer);
  const middle = { x: (minX + maxX) / 2, y: (minY + maxY) / 2 };
  const half = radius === null ? Math.min(maxX - minX, maxY - minY) / 2 : radius / Math.SQRT2;
  const corner = { x: middle.x - half + EDGE, y: middle.y - half + EDGE };
  const z = Math.min(LIFT, maxZ / 2);
  const signal = printer.beeper
    ? ['M400', 'M300 S880 P300']
    : ['M400', `G1 Z${z + 5} F600`, `G1 Z${z} F600`, 'M400'];
  const lines = [
    '; test piece: time. It extrudes no filament.',
    'G21',
    'M83',
    'G90',
    'G28',
    `G1 Z${z} F600`,
  ];
  for (const { name, moves, heats } of stretchesOf(printer)) {
    lines.push(`M117 ${name}`);
    if (moves) {
      lines.push(`G0 X${corner.x} Y${corner.y} F3000`, `G4 S${PAUSE}`, ...signal, 'G91');
      const feed = Math.round(moves.speed * 60);
      moves.legs.forEach(({ dx, dy }, i) =>
        lines.push(`G0 X${dx} Y${dy}${i === 0 ? ` F${feed}` : ''}`),
      );
      lines.push('G90', ...signal);
    } else if (heats) {
      const wait = heats.what === 'nozzle' ? 'M109' : 'M190';
      lines.push(`${wait} S${heats.from}`, ...signal, `${wait} S${heats.to}`, ...signal);
      lines.push(heats.what === 'nozzle' ? 'M104 S0' : 'M140 S0');
    }
  }
  lines.push('M117 Time done', 'M104 S0', 'M140 S0', 'M84');
  return `${lines.join('\n')}\n`;
}

/** How long the file takes with what the profile says now, s: moves, heating, homing and pauses. */
export function timeSeconds(printer: Printer): number {
  const { limits, heating, homingSeconds } = printer;
  const { travel, x, y } = limits.acceleration;
  const corner =
    limits.corner.kind === 'jerk' ? Math.min(limits.corner.x, limits.corner.y) : limits.corner.mm;
  return stretchesOf(printer).reduce((sum, { moves, heats }) => {
    if (moves) return sum + PAUSE + secondsOf(limits, moves, Math.min(travel, x, y), corner);
    if (!heats) return sum;
    const rate = heats.what === 'nozzle' ? heating.nozzlePerSecond : heating.bedPerSecond;
    return sum + Math.max(0, heats.to - heating.ambient) / rate;
  }, homingSeconds);
}

/** What is asked: seconds from the first signal to the second. */
export function timeReadings(printer: Printer): Reading[] {
  return stretchesOf(printer).map(({ id, name, about }) => ({
    id,
    name: `${name}: ${about}`,
    marks: [],
    unit: 's',
  }));
}

/** What a hobby printer may have: acceleration, mm/s², jerk, mm/s, and junction deviation, mm. */
const ACCELERATIONS = [50, 40_000];
const JERKS = [0.2, 60];
const DEVIATIONS = [0.001, 1];
/** Steps of the first, coarse look along each of the two. */
const GRID = 12;

/** How long moves take with an acceleration and a corner of its model, s. */
function secondsOf(
  limits: MotionLimits,
  { legs, speed }: NonNullable<Stretch['moves']>,
  acceleration: number,
  corner: number,
): number {
  const planner = new Planner({
    ...limits,
    acceleration: {
      ...limits.acceleration,
      travel: acceleration,
      print: acceleration,
      // The slower of both counts, and nobody can see which of the two it was.
      x: Math.max(limits.acceleration.x, acceleration),
      y: Math.max(limits.acceleration.y, acceleration),
    },
    corner:
      limits.corner.kind === 'jerk'
        ? { ...limits.corner, x: corner, y: corner }
        : { kind: 'deviation', mm: corner },
  });
  for (const { dx, dy } of legs) planner.addLine(dx, dy, 0, 0, speed, null);
  return planner.finish();
}

/** A number that least squares found, and one standard deviation of it. */
interface Fitted {
  readonly value: number;
  readonly off: number;
}

/** What the times of the moves say; null where fewer than two were taken. */
export function fitMoves(
  printer: Printer,
  seconds: Answers,
): { readonly acceleration: Fitted; readonly corner: Fitted; readonly residual: number } | null {
  const { limits } = printer;
  const taken = stretchesOf(printer).flatMap(({ id, moves }) => {
    const time = seconds[id] ?? null;
    return moves && time !== null ? [{ moves, time }] : [];
  });
  if (taken.length < 2) return null;
  const misses = ([a, c]: readonly number[]): number[] =>
    taken.map(({ moves, time }) => secondsOf(limits, moves, Math.exp(a), Math.exp(c)) - time);
  const sum = (all: readonly number[]): number => all.reduce((total, one) => total + one * one, 0);
  // A coarse look first: the sum of squares has more than one valley.
  const ranges = [ACCELERATIONS, limits.corner.kind === 'jerk' ? JERKS : DEVIATIONS].map((range) =>
    range.map(Math.log),
  );
  const along = (axis: number, share: number): number =>
    ranges[axis][0] + share * (ranges[axis][1] - ranges[axis][0]);
  let best = { at: [0, 0], sum: Infinity };
  for (let i = 0; i <= GRID; i++) {
    for (let j = 0; j <= GRID; j++) {
      const at = [along(0, i / GRID), along(1, j / GRID)];
      const now = sum(misses(at));
      if (now < best.sum) best = { at, sum: now };
    }
  }
  best = refined(best.at, misses, sum, ranges);
  const [a, c] = best.at;
  const variance = Math.max(
    2 * HAND_SECONDS ** 2,
    taken.length > 2 ? best.sum / (taken.length - 2) : 0,
  );
  const [offA, offC] = deviations(best.at, misses, variance);
  return {
    acceleration: { value: Math.exp(a), off: Math.exp(a) * offA },
    corner: { value: Math.exp(c), off: Math.exp(c) * offC },
    residual: Math.sqrt(best.sum / taken.length),
  };
}

type Misses = (at: readonly number[]) => number[];

/** Gauss and Newton's steps from a good beginning, halved while they lead nowhere (Nocedal and Wright, chapter 10). */
function refined(
  start: readonly number[],
  misses: Misses,
  sum: (all: readonly number[]) => number,
  ranges: readonly (readonly number[])[],
): { at: number[]; sum: number } {
  let at = [...start];
  let now = sum(misses(at));
  for (let round = 0; round < 40; round++) {
    const { jtj, jtr } = normal(at, misses);
    const det = jtj[0] * jtj[2] - jtj[1] ** 2;
    if (Math.abs(det) < 1e-12) break;
    const step = [
      (jtj[2] * jtr[0] - jtj[1] * jtr[1]) / det,
      (jtj[0] * jtr[1] - jtj[1] * jtr[0]) / det,
    ];
    let share = 1;
    let moved = false;
    while (share > 1e-4 && !moved) {
      const next = at.map((one, i) =>
        Math.min(ranges[i][1], Math.max(ranges[i][0], one - share * step[i])),
      );
      const then = sum(misses(next));
      if (then < now - 1e-12) [at, now, moved] = [next, then, true];
      share /= 2;
    }
    if (!moved) break;
  }
  return { at, sum: now };
}

/** JᵀJ (its three numbers) and Jᵀr, by differences. */
function normal(at: readonly number[], misses: Misses): { jtj: number[]; jtr: number[] } {
  const H = 1e-3;
  const here = misses(at);
  const slopes = at.map((_, i) => {
    const up = misses(at.with(i, at[i] + H));
    const down = misses(at.with(i, at[i] - H));
    return up.map((one, k) => (one - down[k]) / (2 * H));
  });
  const dot = (a: readonly number[], b: readonly number[]): number =>
    a.reduce((total, one, k) => total + one * b[k], 0);
  const [a, c] = slopes;
  return { jtj: [dot(a, a), dot(a, c), dot(c, c)], jtr: [dot(a, here), dot(c, here)] };
}

/** One standard deviation of each: the roots of the diagonal of σ²·(JᵀJ)⁻¹. */
function deviations(at: readonly number[], misses: Misses, variance: number): [number, number] {
  const { jtj } = normal(at, misses);
  const det = jtj[0] * jtj[2] - jtj[1] ** 2;
  if (!(det > 1e-12)) return [1, 1];
  return [Math.sqrt((variance * jtj[2]) / det), Math.sqrt((variance * jtj[0]) / det)];
}

/** What the taken times say of a printer: acceleration, corners, and how fast it heats. */
export function timeValues(printer: Printer, seconds: Answers): FoundValue[] {
  const found: FoundValue[] = [];
  const moves = fitMoves(printer, seconds);
  if (moves) {
    const { acceleration, corner } = moves;
    found.push({
      subject: 'limits.acceleration.travel',
      value: acceleration.value,
      spread: acceleration.off,
    });
    // An axis that was thought to be slower than that would hold it back.
    for (const axis of ['x', 'y'] as const) {
      if (printer.limits.acceleration[axis] >= acceleration.value) continue;
      const subject = `limits.acceleration.${axis}`;
      found.push({ subject, value: acceleration.value, spread: acceleration.off });
    }
    const names =
      printer.limits.corner.kind === 'jerk'
        ? ['limits.corner.x', 'limits.corner.y']
        : ['limits.corner.mm'];
    for (const subject of names) found.push({ subject, value: corner.value, spread: corner.off });
  }
  for (const { id, heats } of stretchesOf(printer)) {
    const time = seconds[id] ?? null;
    if (!heats || time === null || time <= 0) continue;
    const rate = (heats.to - heats.from) / time;
    const subject = heats.what === 'nozzle' ? 'heating.nozzlePerSecond' : 'heating.bedPerSecond';
    found.push({ subject, value: rate, spread: (rate * Math.SQRT2 * HAND_SECONDS) / time });
  }
  return found;
}
