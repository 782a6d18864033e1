import {
  ClipperD,
  ClipType,
  FillRule,
  isPositiveD,
  PolyTreeD,
  triangulateD,
  type PathD,
  type PathsD,
  type PolyPathD,
} from 'clipper2-ts';
import { MeshBuilder } from './mesh';

/** An area, closed outlines in mm, that is filled from one height to another. */
export interface Slab {
  readonly area: PathsD;
  readonly from: number;
  readonly to: number;
}

/** Digits behind the point that areas are kept to. */
const DECIMALS = 4;

/** Heights nearer than this are one, mm. */
const SAME_MM = 1e-5;

/**
 * The surface round slabs that stand on one another or beside one another: one body, without the faces
 * where they touch.
 */
export function extrude(slabs: readonly Slab[]): Float32Array<ArrayBuffer> {
  const heights: number[] = [];
  for (const z of slabs.flatMap(({ from, to }) => [from, to]).sort((a, b) => a - b)) {
    if (heights.length === 0 || z - heights[heights.length - 1] > SAME_MM) heights.push(z);
  }
  const walls = heights.slice(1).map((to, i) => {
    const middle = (heights[i] + to) / 2;
    const there = slabs.filter((slab) => slab.from < middle && middle < slab.to);
    return joined(there.flatMap(({ area }) => area));
  });
  const caps = heights.map((_, i) => {
    const [below, above] = [walls[i - 1] ?? [], walls[i] ?? []];
    return { down: without(above, below), up: without(below, above) };
  });
  const onEdge = cornersOnEdges([...walls, ...caps.flatMap(({ down, up }) => [down, up])].flat(2));
  const builder = new MeshBuilder();
  heights.forEach((z, i) => {
    addCap(builder, caps[i].down, z, true, onEdge);
    addCap(builder, caps[i].up, z, false, onEdge);
    if (i < walls.length) addWalls(builder, walls[i], z, heights[i + 1], onEdge);
  });
  return builder.finish();
}

/** Side of the squares that corners are looked up by, mm; and how near to an edge a corner lies on it. */
const SQUARE = 1;
const ON_EDGE = 2e-4;

type Point = PathD[number];
type OnEdge = (p: Point, q: Point) => PathD;

/**
 * Finds the corners that lie on an edge between its ends, in its direction. Edges are split there, so that
 * no edge meets half of another one.
 */
function cornersOnEdges(all: readonly Point[]): OnEdge {
  const corners = new Map<string, PathD>();
  const known = new Set<string>();
  const square = (value: number): number => Math.floor(value / SQUARE);
  for (const point of all) {
    const name = `${point.x} ${point.y}`;
    if (known.has(name)) continue;
    known.add(name);
    const place = `${square(point.x)} ${square(point.y)}`;
    const there = corners.get(place);
    if (there) there.push(point);
    else corners.set(place, [point]);
  }
  return (p, q) => {
    const [dx, dy] = [q.x - p.x, q.y - p.y];
    const length = Math.hypot(dx, dy);
    const [left, right] = [Math.min(p.x, q.x), Math.max(p.x, q.x)];
    const [front, back] = [Math.min(p.y, q.y), Math.max(p.y, q.y)];
    const found: { along: number; point: Point }[] = [];
    for (let x = square(left - ON_EDGE); x <= square(right + ON_EDGE); x++) {
      for (let y = square(front - ON_EDGE); y <= square(back + ON_EDGE); y++) {
        for (const point of corners.get(`${x} ${y}`) ?? []) {
          const along = ((point.x - p.x) * dx + (point.y - p.y) * dy) / length;
          const beside = Math.abs((point.x - p.x) * dy - (point.y - p.y) * dx) / length;
          if (along > ON_EDGE && along < length - ON_EDGE && beside < ON_EDGE) {
            found.push({ along, point });
          }
        }
      }
    }
    return found.sort((a, b) => a.along - b.along).map(({ point }) => point);
  };
}

/** All of some areas as one, outlines running counter-clockwise round what is full. */
export function joined(area: PathsD): PathsD {
  return clip(ClipType.Union, area, []);
}

/** What of an area lies outside of another. */
export function without(area: PathsD, away: PathsD): PathsD {
  return clip(ClipType.Difference, area, away);
}

function clip(kind: ClipType, area: PathsD, other: PathsD): PathsD {
  if (area.length === 0) return [];
  const clipper = new ClipperD(DECIMALS);
  clipper.preserveCollinear = false;
  clipper.addSubjectPaths(area);
  if (other.length > 0) clipper.addClipPaths(other);
  const found: PathsD = [];
  clipper.execute(kind, FillRule.NonZero, found);
  return found;
}

/** Walls along outlines, which run counter-clockwise round what is full. */
function addWalls(
  builder: MeshBuilder,
  area: PathsD,
  from: number,
  to: number,
  onEdge: OnEdge,
): void {
  for (const path of area) {
    const split = path.flatMap((p, i) => [p, ...onEdge(p, path[(i + 1) % path.length])]);
    split.forEach((p, i) => {
      const q = split[(i + 1) % split.length];
      builder.corner(p.x, p.y, from);
      builder.corner(q.x, q.y, from);
      builder.corner(q.x, q.y, to);
      builder.corner(p.x, p.y, from);
      builder.corner(q.x, q.y, to);
      builder.corner(p.x, p.y, to);
    });
  }
}

/** A flat face of an area, holes and islands in them included. */
function addCap(
  builder: MeshBuilder,
  area: PathsD,
  z: number,
  looksDown: boolean,
  onEdge: OnEdge,
): void {
  if (area.length === 0) return;
  const add = (a: Point, b: Point, c: Point): void => {
    for (const [p, q, r] of [
      [a, b, c],
      [b, c, a],
      [c, a, b],
    ]) {
      const [on] = onEdge(p, q);
      if (on === undefined) continue;
      add(p, on, r);
      add(on, q, r);
      return;
    }
    for (const { x, y } of looksDown ? [a, c, b] : [a, b, c]) builder.corner(x, y, z);
  };
  for (const [a, b, c] of triangulateD(area, DECIMALS, false).solution) {
    const turn = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
    if (turn > 0) add(a, b, c);
    else if (turn < 0) add(a, c, b);
  }
}

/** Outlines by what they belong to: an outer one, and then the holes in it. */
export function polygonsOf(area: PathsD): PathD[][] {
  if (area.length === 0) return [];
  const clipper = new ClipperD(DECIMALS);
  clipper.addSubjectPaths(area);
  const tree = new PolyTreeD();
  clipper.execute(ClipType.Union, FillRule.NonZero, tree);
  const found: PathD[][] = [];
  const visit = (node: PolyPathD): void => {
    for (let i = 0; i < node.count; i++) {
      const child = node.child(i);
      const holes: PathD[] = [];
      for (let k = 0; k < child.count; k++) {
        const hole = child.child(k);
        if (hole.poly) holes.push(hole.poly);
        visit(hole);
      }
      if (child.poly) found.push([child.poly, ...holes]);
    }
  };
  visit(tree);
  return found.map(([outer, ...holes]) => [
    isPositiveD(outer) ? outer : outer.toReversed(),
    ...holes,
  ]);
}
