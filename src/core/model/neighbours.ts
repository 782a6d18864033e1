import { mixed } from './corners';

/** Faces that lie on each other stand at angles nearer than this. */
const SAME_ANGLE = 1e-5;
/** An edge has no more triangles than this that are told apart. */
const MOST_AROUND = 64;

/** Hears of two triangles that meet at an edge; `isSure` is false where others lie on them there. */
type Visit = (a: number, b: number, isSure: boolean) => void;

/**
 * Visits the triangles that meet at edges, in pairs. Where more than two meet, as where bodies touch, those are
 * a pair between which it is full.
 * @param ids a number for the place of each corner, three to a triangle.
 */
export function forEachPair(c: Float32Array, ids: Uint32Array, visit: Visit): void {
  const size = 1 << Math.max(4, Math.ceil(Math.log2(ids.length * 2 + 1)));
  // By edge: the first side of a triangle that lies on it, plus one.
  const table = new Uint32Array(size);
  // By side: the next one on the same edge, plus one.
  const next = new Uint32Array(ids.length);
  const endOf = (side: number): number => ids[side % 3 === 2 ? side - 2 : side + 1];
  for (let side = 0; side < ids.length; side++) {
    const [a, b] = [ids[side], endOf(side)];
    if (a === b) continue;
    const [low, high] = a < b ? [a, b] : [b, a];
    let slot = mixed(low, high) & (size - 1);
    for (;;) {
      const first = table[slot];
      if (first === 0) {
        table[slot] = side + 1;
        break;
      }
      const [p, q] = [ids[first - 1], endOf(first - 1)];
      if ((p === low && q === high) || (p === high && q === low)) {
        next[side] = next[first - 1];
        next[first - 1] = side + 1;
        break;
      }
      slot = (slot + 1) & (size - 1);
    }
  }
  for (const first of table) {
    if (first === 0 || next[first - 1] === 0) continue;
    const second = next[first - 1];
    if (next[second - 1] === 0) visit(triangleOf(first - 1), triangleOf(second - 1), true);
    else pairAround(c, ids, sidesFrom(first, next), visit);
  }
}

const triangleOf = (side: number): number => Math.floor(side / 3);

function sidesFrom(first: number, next: Uint32Array): number[] {
  const sides: number[] = [];
  for (let at = first; at !== 0 && sides.length < MOST_AROUND; at = next[at - 1])
    sides.push(at - 1);
  return sides;
}

/** Pairs the triangles round an edge: each with the first that is met through what it encloses. */
function pairAround(
  c: Float32Array,
  ids: Uint32Array,
  sides: readonly number[],
  visit: Visit,
): void {
  const from = ids[sides[0]];
  const ways = sides.map((side) => ({ side, isAlong: ids[side] === from, angle: angleOf(c, sides[0], side) })); // prettier-ignore
  const taken = new Set<number>();
  for (const one of ways.filter(({ isAlong }) => isAlong)) {
    // What a triangle encloses lies against its normal: the angle falls there.
    const turn = (angle: number): number => {
      const down = (one.angle - angle) % (2 * Math.PI);
      return down <= SAME_ANGLE ? down + 2 * Math.PI : down;
    };
    const nearest = ways
      .filter(({ isAlong }) => !isAlong)
      .map(({ side, angle }) => ({ side, turn: turn(angle) }))
      .sort((a, b) => a.turn - b.turn);
    const free = nearest.filter(({ side }) => !taken.has(side));
    if (free.length === 0) continue;
    const [partner] = free;
    taken.add(partner.side);
    // Of those that lie on each other none is known to be it.
    const alike = nearest.filter((other) => Math.abs(other.turn - partner.turn) < SAME_ANGLE);
    visit(triangleOf(one.side), triangleOf(partner.side), alike.length === 1);
  }
}

/** The angle at which a triangle stands round an edge that goes from the beginning of a side to its end. */
function angleOf(c: Float32Array, axisSide: number, side: number): number {
  const at = (corner: number): number[] => [c[corner * 3], c[corner * 3 + 1], c[corner * 3 + 2]];
  const after = (corner: number): number => (corner % 3 === 2 ? corner - 2 : corner + 1);
  const minus = (a: readonly number[], b: readonly number[]): number[] => a.map((x, k) => x - b[k]);
  const dot = (a: readonly number[], b: readonly number[]): number =>
    a.reduce((sum, x, k) => sum + x * b[k], 0);
  const cross = (a: readonly number[], b: readonly number[]): number[] => [
    a[1] * b[2] - a[2] * b[1],
    a[2] * b[0] - a[0] * b[2],
    a[0] * b[1] - a[1] * b[0],
  ];
  const axis = minus(at(after(axisSide)), at(axisSide));
  const length = Math.hypot(...axis);
  const e = axis.map((x) => x / length);
  // Two directions across the edge, that with it turn to the left.
  const least = e.map(Math.abs).indexOf(Math.min(...e.map(Math.abs)));
  const u = cross(
    e,
    [0, 1, 2].map((k) => (k === least ? 1 : 0)),
  );
  const v = cross(e, u);
  const third = minus(at(after(after(side))), at(axisSide));
  return Math.atan2(dot(third, v), dot(third, u));
}
