import type { PathD } from 'clipper2-ts';

/** Side of the squares that corners are looked up by, mm. */
const SQUARE = 1;
/** Columns of squares that a place may lie in, to both sides of the middle. */
const COLUMNS = 1 << 20;

export type Point = PathD[number];

/** The corners that lie on an edge between its ends, in its direction. */
export type OnEdge = (p: Point, q: Point) => PathD;

const squareOf = (value: number): number => Math.floor(value / SQUARE);
const keyOf = (column: number, row: number): number => column * 2 * COLUMNS + row;

/**
 * Finds the corners that lie on an edge between its ends, in its direction. Edges are split there, so that
 * no edge meets half of another one: an edge is split alike whichever way it is gone.
 * @param nearEdge how near to an edge a corner lies on it, mm.
 */
export function cornersOnEdges(all: readonly Point[], nearEdge: number): OnEdge {
  const squares = squaresOf(all);
  const between = (p: Point, q: Point): PathD => {
    const [dx, dy] = [q.x - p.x, q.y - p.y];
    const length = Math.hypot(dx, dy);
    const found: { readonly along: number; readonly point: Point }[] = [];
    forEachSquare(p, q, nearEdge, (key) => {
      for (const point of squares.get(key) ?? []) {
        const along = ((point.x - p.x) * dx + (point.y - p.y) * dy) / length;
        const beside = Math.abs((point.x - p.x) * dy - (point.y - p.y) * dx) / length;
        if (along > nearEdge && along < length - nearEdge && beside < nearEdge)
          found.push({ along, point });
      }
    });
    return found.sort((a, b) => a.along - b.along).map(({ point }) => point);
  };
  // A wall and the faces over and under it share their edges, and two triangles the one between them.
  const known = new Map<Point, Map<Point, PathD>>();
  const knownBetween = (p: Point, q: Point): PathD => {
    const from = known.get(p) ?? new Map<Point, PathD>();
    if (from.size === 0) known.set(p, from);
    const found = from.get(q) ?? between(p, q);
    from.set(q, found);
    return found;
  };
  return (p, q) =>
    p.x < q.x || (p.x === q.x && p.y < q.y)
      ? [...knownBetween(p, q)]
      : knownBetween(q, p).toReversed();
}

/** Corners by their square, each place once. */
function squaresOf(all: readonly Point[]): ReadonlyMap<number, readonly Point[]> {
  const squares = new Map<number, Point[]>();
  for (const point of all) {
    const key = keyOf(squareOf(point.x), squareOf(point.y));
    const there = squares.get(key);
    if (!there) squares.set(key, [point]);
    else if (!there.some(({ x, y }) => x === point.x && y === point.y)) there.push(point);
  }
  return squares;
}

/** Visits each square that an edge comes near, column by column. */
function forEachSquare(p: Point, q: Point, near: number, visit: (key: number) => void): void {
  const slope = q.x === p.x ? 0 : (q.y - p.y) / (q.x - p.x);
  const [left, right] = [Math.min(p.x, q.x), Math.max(p.x, q.x)];
  const [front, back] = [Math.min(p.y, q.y), Math.max(p.y, q.y)];
  const last = squareOf(right + near);
  for (let column = squareOf(left - near); column <= last; column++) {
    const from = Math.max(left, column * SQUARE - near);
    const to = Math.min(right, (column + 1) * SQUARE + near);
    const [y0, y1] = slope === 0 ? [front, back] : [from, to].map((x) => p.y + (x - p.x) * slope);
    const lastRow = squareOf(Math.min(back, Math.max(y0, y1)) + near);
    for (let row = squareOf(Math.max(front, Math.min(y0, y1)) - near); row <= lastRow; row++)
      visit(keyOf(column, row));
  }
}
