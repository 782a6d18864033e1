import type { PathD } from 'clipper2-ts';

type Point = PathD[number];

/** A line to be drawn with a pen, its points in order. */
export interface PenLine {
  readonly points: readonly Point[];
  /** Whether its end goes back to its beginning. */
  readonly isClosed: boolean;
}

/** The pen that draws a line, in the unit of its points, as SVG 2 (chapter 13.5) means it. */
export interface Pen {
  readonly width: number;
  readonly cap: 'butt' | 'round' | 'square';
  readonly join: 'miter' | 'round' | 'bevel';
  /** Longest point of a corner, in widths; beyond it the corner is cut off. */
  readonly miterLimit: number;
  /** Lengths that are drawn and left out in turn; empty for a whole line. */
  readonly dashes: readonly number[];
  readonly dashOffset: number;
  /** How far round ends may lie from a circle. */
  readonly tolerance: number;
}

/** More dashes than this nobody sees, and they would take minutes. */
const MOST_DASHES = 20_000;

/**
 * What a pen covers along lines: convex pieces that overlap, each counter-clockwise where y points upwards.
 * Their union is the drawn line.
 */
export function strokePieces(lines: readonly PenLine[], pen: Pen): PathD[] {
  if (!(pen.width > 0)) return [];
  const pieces: PathD[] = [];
  for (const line of lines) {
    for (const part of dashed(line, pen)) strokeOne(part, pen, pieces);
  }
  return pieces;
}

function strokeOne(line: PenLine, pen: Pen, pieces: PathD[]): void {
  const points = line.points.filter((p, i, all) => i === 0 || !isSame(p, all[i - 1]));
  const isClosed = line.isClosed && points.length > 1;
  if (isClosed && isSame(points[0], points.at(-1)!)) points.pop();
  if (points.length < 2) {
    if (points.length === 1) dot(points[0], pen, pieces);
    return;
  }
  const half = pen.width / 2;
  const count = isClosed ? points.length : points.length - 1;
  const directions = Array.from({ length: count }, (_, i) =>
    direction(points[i], points[(i + 1) % points.length]),
  );
  directions.forEach((d, i) => {
    const [p, q] = [points[i], points[(i + 1) % points.length]];
    const [dx, dy] = [-d.y * half, d.x * half];
    pieces.push([
      { x: p.x - dx, y: p.y - dy },
      { x: q.x - dx, y: q.y - dy },
      { x: q.x + dx, y: q.y + dy },
      { x: p.x + dx, y: p.y + dy },
    ]);
    const next = i + 1 < count ? directions[i + 1] : isClosed ? directions[0] : null;
    if (next) corner(q, d, next, pen, pieces);
  });
  if (isClosed) return;
  const [first, last] = [directions[0], directions.at(-1)!];
  cap(points[0], { x: -first.x, y: -first.y }, pen, pieces);
  cap(points.at(-1)!, last, pen, pieces);
}

/** What joins two pieces of a line at its outer side. */
function corner(at: Point, d: Point, next: Point, pen: Pen, pieces: PathD[]): void {
  const turn = d.x * next.y - d.y * next.x;
  const along = d.x * next.x + d.y * next.y;
  if (Math.abs(turn) < 1e-9 && along > 0) return;
  const half = pen.width / 2;
  // The outer side lies to the right of a line that turns left.
  const side = turn > 0 ? -1 : 1;
  const from = { x: at.x - d.y * half * side, y: at.y + d.x * half * side };
  const to = { x: at.x - next.y * half * side, y: at.y + next.x * half * side };
  if (pen.join === 'round') {
    const [a, b] = [from, to].map(({ x, y }) => Math.atan2(y - at.y, x - at.x));
    let sweep = (side < 0 ? b - a : a - b) % (2 * Math.PI);
    if (sweep < 0) sweep += 2 * Math.PI;
    const start = side < 0 ? a : b;
    pieces.push([at, ...arc(at, half, start, start + sweep, pen.tolerance)]);
    return;
  }
  const outline = [at, from, to];
  // One over it is the length of the point in widths (SVG 2, 13.5.4).
  const cosine = Math.sqrt(Math.max(0, 1 + along) / 2);
  if (pen.join === 'miter' && cosine > 1e-9 && 1 / cosine <= pen.miterLimit) {
    const reach = half / cosine;
    const middle = direction({ x: 0, y: 0 }, { x: d.x - next.x, y: d.y - next.y });
    outline.splice(2, 0, { x: at.x + middle.x * reach, y: at.y + middle.y * reach });
  }
  pieces.push(side < 0 ? outline : outline.reverse());
}

function cap(at: Point, outwards: Point, pen: Pen, pieces: PathD[]): void {
  const half = pen.width / 2;
  if (pen.cap === 'round') {
    const angle = Math.atan2(outwards.y, outwards.x);
    pieces.push(arc(at, half, angle - Math.PI / 2, angle + Math.PI / 2, pen.tolerance));
  } else if (pen.cap === 'square') {
    const [ux, uy] = [outwards.x * half, outwards.y * half];
    pieces.push([
      { x: at.x + uy, y: at.y - ux },
      { x: at.x + uy + ux, y: at.y - ux + uy },
      { x: at.x - uy + ux, y: at.y + ux + uy },
      { x: at.x - uy, y: at.y + ux },
    ]);
  }
}

/** A line without length shows its ends alone. */
function dot(at: Point, pen: Pen, pieces: PathD[]): void {
  if (pen.cap === 'butt') return;
  cap(at, { x: 1, y: 0 }, pen, pieces);
  cap(at, { x: -1, y: 0 }, pen, pieces);
}

/** Points of an arc, counter-clockwise. */
function arc(middle: Point, radius: number, from: number, to: number, tolerance: number): PathD {
  const step = 2 * Math.acos(Math.max(0, 1 - tolerance / radius)) || Math.PI / 8;
  const count = Math.max(2, Math.ceil((to - from) / Math.min(step, Math.PI / 4)));
  return Array.from({ length: count + 1 }, (_, i) => {
    const angle = from + ((to - from) * i) / count;
    return { x: middle.x + radius * Math.cos(angle), y: middle.y + radius * Math.sin(angle) };
  });
}

/** A line cut into its dashes. */
function dashed(line: PenLine, { dashes, dashOffset }: Pen): PenLine[] {
  const whole = dashes.reduce((sum, one) => sum + one, 0);
  if (!(whole > 0) || dashes.some((one) => !(one >= 0))) return [line];
  // An odd number is gone through twice.
  const pattern = dashes.length % 2 === 0 ? dashes : [...dashes, ...dashes];
  const period = dashes.length % 2 === 0 ? whole : 2 * whole;
  let left = ((dashOffset % period) + period) % period;
  let at = 0;
  while (left >= pattern[at]) {
    left -= pattern[at];
    at = (at + 1) % pattern.length;
  }
  left = pattern[at] - left;
  const points = line.isClosed ? [...line.points, line.points[0]] : line.points;
  const found: PenLine[] = [];
  let part: Point[] = at % 2 === 0 ? [points[0]] : [];
  for (let i = 1; i < points.length; i++) {
    let from = points[i - 1];
    const to = points[i];
    let length = Math.hypot(to.x - from.x, to.y - from.y);
    while (length > left) {
      from = {
        x: from.x + ((to.x - from.x) * left) / length,
        y: from.y + ((to.y - from.y) * left) / length,
      };
      length -= left;
      if (at % 2 === 0) found.push({ points: [...part, from], isClosed: false });
      part = at % 2 === 0 ? [] : [from];
      at = (at + 1) % pattern.length;
      left = pattern[at];
      if (found.length > MOST_DASHES) return [line];
    }
    left -= length;
    if (at % 2 === 0) part.push(to);
  }
  if (part.length > 1) found.push({ points: part, isClosed: false });
  return found;
}

const isSame = (a: Point, b: Point): boolean => Math.hypot(a.x - b.x, a.y - b.y) < 1e-9;

function direction(from: Point, to: Point): Point {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  return { x: (to.x - from.x) / length, y: (to.y - from.y) / length };
}
