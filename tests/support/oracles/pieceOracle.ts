/**
 * A printer of its own for test pieces: it reads their G-code with a few regular expressions, lays lines down, and lets
 * a person look at them. Colours mix by a law that is given, the nozzle has a shape that is given, moves take the time
 * that given limits allow. It shares no code with the program.
 */

/** One straight move: from, to, filament pushed, and with which tool. */
export interface SeenMove {
  readonly from: readonly [number, number, number];
  readonly to: readonly [number, number, number];
  readonly e: number;
  readonly tool: number;
  /** How many changes of tool came before. */
  readonly change: number;
  /** What was said last of G28 X Y and M84, and how often. */
  readonly homes: number;
  readonly offs: number;
  readonly feed: number;
}

/**
 * Follows places and filament as the pieces are written: filament always relative. The first line that is printed
 * primes the nozzle and is no part of the piece.
 */
export function movesOf(gcode: string): SeenMove[] {
  const moves: SeenMove[] = [];
  let at: [number, number, number] = [0, 0, 0];
  let [tool, change, homes, offs, feed, relative] = [0, 0, 0, 0, 0, false];
  for (const raw of gcode.split('\n')) {
    const line = raw.split(';')[0].trim();
    const word = /^[A-Z]\d+/.exec(line)?.[0] ?? '';
    const number = (letter: string): number | null => {
      const found = new RegExp(`\\s${letter}(-?[\\d.]+)`).exec(line);
      return found ? Number(found[1]) : null;
    };
    if (word === 'G90') relative = false;
    if (word === 'G91') relative = true;
    if (word.startsWith('T')) {
      tool = Number(word.slice(1));
      change++;
    }
    if (word === 'G28' && /X Y/.test(line)) homes++;
    if (word === 'M84' && /X Y/.test(line)) offs++;
    if (word !== 'G0' && word !== 'G1') continue;
    const [x, y, z] = [number('X'), number('Y'), number('Z')];
    const next = [x, y, z].map((one, i) =>
      one === null ? at[i] : relative ? at[i] + one : one,
    ) as typeof at;
    feed = number('F') ?? feed;
    moves.push({
      from: at,
      to: next,
      e: number('E') ?? 0,
      tool,
      change,
      homes,
      offs,
      feed: feed / 60,
    });
    at = next;
  }
  const first = moves.findIndex(isPrinted);
  return moves.map((move, i) => (i === first ? { ...move, e: 0 } : move));
}

/** Whether a move lays down a line. */
export function isPrinted({ from, to, e }: SeenMove): boolean {
  return e > 0 && (from[0] !== to[0] || from[1] !== to[1]);
}

/** Filament pushed before each wall of a ladder since the change before it, mm, by change: walls stand along X. */
export function wallStarts(
  moves: readonly SeenMove[],
): Map<number, { from: number; to: number; starts: number[] }> {
  const rows = new Map<number, { from: number; to: number; starts: number[] }>();
  let pushed = 0;
  let [change, tool, before, lastX] = [0, 0, 0, NaN];
  for (const move of moves) {
    if (move.change !== change) {
      [change, before, tool, pushed, lastX] = [move.change, tool, move.tool, 0, NaN];
      rows.set(change, { from: before, to: tool, starts: [] });
    }
    if (!isPrinted(move)) continue;
    if (change > 0) {
      const x = (move.from[0] + move.to[0]) / 2;
      if (!(Math.abs(x - lastX) < 1.5)) rows.get(change)!.starts.push(pushed);
      lastX = x;
    }
    pushed += move.e;
  }
  return rows;
}

/** The share of the old colour that is still in the nozzle after so much filament, mm: a stirred vessel behind a dead volume. */
export const oldShare = (pushed: number, dead: number, stirred: number): number =>
  pushed < dead ? 1 : Math.exp(-(pushed - dead) / stirred);

/** How thick what a change prints lies over a place, mm: all lines that cover it. */
export function thicknessAt(
  moves: readonly SeenMove[],
  x: number,
  y: number,
  low: number,
  high: number,
  wide: number,
): number {
  const heights = new Set<number>();
  for (const move of moves) {
    if (!isPrinted(move) || move.to[2] <= low + 1e-6 || move.to[2] > high + 1e-6) continue;
    if (distance([x, y], move) <= wide / 2 + 1e-6) heights.add(Number(move.to[2].toFixed(3)));
  }
  const sorted = [...heights].sort((a, b) => a - b);
  return sorted.reduce((sum, z, i) => sum + z - (sorted[i - 1] ?? low), 0);
}

/** From a place to a straight move, mm, seen from above. */
export function distance(
  [x, y]: readonly [number, number],
  { from, to }: Pick<SeenMove, 'from' | 'to'>,
): number {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length = dx * dx + dy * dy;
  const t =
    length === 0 ? 0 : Math.max(0, Math.min(1, ((x - from[0]) * dx + (y - from[1]) * dy) / length));
  return Math.hypot(x - from[0] - t * dx, y - from[1] - t * dy);
}

/** A nozzle with a flat, a cone, and a head above it that reaches over some rings, mm. */
export interface TrueNozzle {
  readonly radius: number;
  readonly slope: number;
  readonly headHeight: number;
  readonly headRadius: number;
}

/** How wide a nozzle is above its cone, from its axis, mm. */
const HEXAGON = 4;

/** A wall that stands, and how high it stood when something touched it first; null for never. */
export interface StoodWall {
  readonly lines: { readonly from: readonly number[]; readonly to: readonly number[] }[];
  height: number;
  touched: number | null;
}

/**
 * Lets walls grow and moves pass: which wall is touched by the nozzle first, and at which height.
 * @param wallOf which wall a printed line belongs to; null for none.
 */
export function touchedWalls(
  moves: readonly SeenMove[],
  nozzle: TrueNozzle,
  half: number,
  wallOf: (move: SeenMove) => number | null,
): Map<number, StoodWall> {
  const walls = new Map<number, StoodWall>();
  const look = (x: number, y: number, z: number): void => {
    for (const wall of walls.values()) {
      const above = wall.height - z;
      if (wall.touched !== null || above <= 1e-6) continue;
      const near = Math.min(
        ...wall.lines.map((line) => distance([x, y], line as unknown as SeenMove)),
      );
      // Above its cone a nozzle is a hexagon as wide.
      const reach = Math.min(HEXAGON, nozzle.radius + above * nozzle.slope);
      const cone = near - half < reach - 1e-9 && above < nozzle.headHeight;
      const head = above >= nozzle.headHeight - 1e-9 && near - half < nozzle.headRadius;
      if (cone || head) wall.touched = wall.height;
    }
  };
  for (const move of moves) {
    if (isPrinted(move)) {
      const number = wallOf(move);
      if (number === null) continue;
      const wall = walls.get(number) ?? { lines: [], height: 0, touched: null };
      if (wall.lines.length < 60) wall.lines.push({ from: move.from, to: move.to });
      wall.height = Math.max(wall.height, move.to[2]);
      walls.set(number, wall);
      continue;
    }
    const steps = Math.max(
      1,
      Math.ceil(Math.hypot(move.to[0] - move.from[0], move.to[1] - move.from[1]) / 0.5),
    );
    if (Math.min(move.from[2], move.to[2]) > 12) continue;
    for (let i = 0; i <= steps; i++) {
      const at = move.from.map((one, k) => one + ((move.to[k] - one) * i) / steps);
      look(at[0], at[1], at[2]);
    }
  }
  return walls;
}

/** How a printer moves: one acceleration, and how fast it may change direction. */
export interface TrueLimits {
  readonly acceleration: number;
  readonly corner: { readonly kind: 'jerk' | 'deviation'; readonly value: number };
}

/** The time of straight moves from rest to rest, s: speeds at corners, then what can be braked and gained. */
export function secondsFor(
  moves: readonly SeenMove[],
  { acceleration: a, corner }: TrueLimits,
): number {
  const legs = moves
    .map(({ from, to, feed }) => ({ d: [to[0] - from[0], to[1] - from[1]], feed }))
    .map(({ d, feed }) => ({
      u: d.map((one) => one / Math.hypot(...d)),
      length: Math.hypot(...d),
      feed,
    }))
    .filter(({ length }) => length > 1e-9);
  const at: number[] = [0];
  for (let i = 1; i < legs.length; i++) {
    const [p, q] = [legs[i - 1], legs[i]];
    const most = Math.min(p.feed, q.feed);
    if (corner.kind === 'jerk') {
      // The change of each axis at the corner may be so much.
      const change = Math.max(...[0, 1].map((k) => Math.abs(q.u[k] - p.u[k])));
      at.push(Math.min(most, change > 0 ? corner.value / change : most));
    } else {
      const cos = -(p.u[0] * q.u[0] + p.u[1] * q.u[1]);
      const sin = Math.sqrt(Math.max(0, (1 - cos) / 2));
      at.push(
        cos > 0.999999
          ? 0
          : Math.min(most, Math.sqrt((a * corner.value * sin) / Math.max(1e-9, 1 - sin))),
      );
    }
  }
  at.push(0);
  for (let i = legs.length - 1; i >= 0; i--)
    at[i] = Math.min(at[i], Math.sqrt(at[i + 1] ** 2 + 2 * a * legs[i].length));
  for (let i = 0; i < legs.length; i++)
    at[i + 1] = Math.min(at[i + 1], Math.sqrt(at[i] ** 2 + 2 * a * legs[i].length));
  return legs.reduce((sum, { length, feed }, i) => {
    const [v0, v1] = [at[i], at[i + 1]];
    const peak = Math.min(feed, Math.sqrt((2 * a * length + v0 * v0 + v1 * v1) / 2));
    const ramps = (2 * peak * peak - v0 * v0 - v1 * v1) / (2 * a);
    return sum + (2 * peak - v0 - v1) / a + Math.max(0, length - ramps) / peak;
  }, 0);
}
