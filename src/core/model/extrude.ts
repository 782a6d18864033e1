import earcut from 'earcut';
import {
  ClipperD,
  ClipType,
  FillRule,
  isPositiveD,
  PolyTreeD,
  type PathD,
  type PathsD,
  type PolyPathD,
} from 'clipper2-ts';
import { MeshBuilder } from './mesh';
import { soundnessOf } from './soundness';

/** An area, closed outlines in mm, that is filled from one height to another. */
export interface Slab {
  readonly area: PathsD;
  readonly from: number;
  readonly to: number;
}

/** Digits behind the point that areas are kept to, well below where corners count as one. */
const DECIMALS = 6;

/** Heights nearer than this are one, mm. */
const SAME_MM = 1e-5;

/**
 * The surface round slabs that stand on one another or beside one another: one body, without the faces
 * where they touch.
 */
export function extrude(slabs: readonly Slab[]): Float32Array<ArrayBuffer> {
  let first: Float32Array<ArrayBuffer> | null = null;
  // Where outlines touch without crossing, corners of both may lie in each other's way; farther apart they do not.
  for (const times of [1, 3, 10]) {
    const made = surfaceOf(slabs, ONE_CORNER * times, ON_EDGE * times);
    if (soundnessOf({ corners: made }).isOriented) return made;
    first ??= made;
  }
  return first!;
}

function surfaceOf(
  slabs: readonly Slab[],
  oneCorner: number,
  nearEdge: number,
): Float32Array<ArrayBuffer> {
  const heights: number[] = [];
  for (const z of slabs.flatMap(({ from, to }) => [from, to]).sort((a, b) => a - b)) {
    if (heights.length === 0 || z - heights[heights.length - 1] > SAME_MM) heights.push(z);
  }
  const walls = heights.slice(1).map((to, i) => {
    const middle = (heights[i] + to) / 2;
    const there = slabs.filter((slab) => slab.from < middle && middle < slab.to);
    return joined(there.flatMap(({ area }) => area));
  });
  const weld = welder(oneCorner);
  const polygons = (area: PathsD): PathsD[] => polygonsOf(area).map(weld);
  const caps = heights.map((_, i) => {
    const [below, above] = [walls[i - 1] ?? [], walls[i] ?? []];
    return { down: polygons(without(above, below)), up: polygons(without(below, above)) };
  });
  const sides = walls.map(weld);
  const all = [...sides, ...caps.flatMap(({ down, up }) => [...down, ...up])];
  const onEdge = cornersOnEdges(all.flat(2), nearEdge);
  const builder = new MeshBuilder();
  heights.forEach((z, i) => {
    addCap(builder, caps[i].down, z, true, nearEdge, onEdge);
    addCap(builder, caps[i].up, z, false, nearEdge, onEdge);
    if (i < sides.length) addWalls(builder, sides[i], z, heights[i + 1], onEdge);
  });
  return builder.finish();
}

/** Corners nearer than this are one, mm. */
const ONE_CORNER = 3e-4;

/** Puts corners that are nearly the same in one place, whichever outline they belong to. */
function welder(oneCorner: number): (area: PathsD) => PathsD {
  const known = new Map<string, PathD>();
  const square = (value: number): number => Math.floor(value / (4 * oneCorner));
  const weld = (point: Point): Point => {
    const [column, row] = [square(point.x), square(point.y)];
    for (let x = column - 1; x <= column + 1; x++) {
      for (let y = row - 1; y <= row + 1; y++) {
        const near = known
          .get(`${x} ${y}`)
          ?.find((one) => Math.hypot(one.x - point.x, one.y - point.y) < oneCorner);
        if (near) return near;
      }
    }
    const place = `${column} ${row}`;
    known.set(place, [...(known.get(place) ?? []), point]);
    return point;
  };
  return (area) =>
    area
      .map((path) => path.map(weld).filter((point, i, all) => point !== all.at(i - 1)))
      .filter((path) => path.length > 2);
}

/** Side of the squares that corners are looked up by, mm; and how near to an edge a corner lies on it. */
const SQUARE = 1;
const ON_EDGE = 1e-4;

type Point = PathD[number];
type OnEdge = (p: Point, q: Point) => PathD;

/**
 * Finds the corners that lie on an edge between its ends, in its direction. Edges are split there, so that
 * no edge meets half of another one: an edge is split alike whichever way it is gone.
 */
function cornersOnEdges(all: readonly Point[], nearEdge: number): OnEdge {
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
  const firstOn = (p: Point, q: Point): Point | null => {
    const [dx, dy] = [q.x - p.x, q.y - p.y];
    const length = Math.hypot(dx, dy);
    const [left, right] = [Math.min(p.x, q.x), Math.max(p.x, q.x)];
    const [front, back] = [Math.min(p.y, q.y), Math.max(p.y, q.y)];
    let nearest: { along: number; point: Point } | null = null;
    for (let x = square(left - nearEdge); x <= square(right + nearEdge); x++) {
      for (let y = square(front - nearEdge); y <= square(back + nearEdge); y++) {
        for (const point of corners.get(`${x} ${y}`) ?? []) {
          const along = ((point.x - p.x) * dx + (point.y - p.y) * dy) / length;
          const beside = Math.abs((point.x - p.x) * dy - (point.y - p.y) * dx) / length;
          const isOn = along > nearEdge && along < length - nearEdge && beside < nearEdge;
          if (!isOn) continue;
          if (nearest === null || along < nearest.along) nearest = { along, point };
        }
      }
    }
    return nearest?.point ?? null;
  };
  const between = (p: Point, q: Point): PathD => {
    const on = firstOn(p, q);
    return on ? [...onEdge(p, on), on, ...onEdge(on, q)] : [];
  };
  const onEdge: OnEdge = (p, q) =>
    p.x < q.x || (p.x === q.x && p.y < q.y) ? between(p, q) : between(q, p).reverse();
  return onEdge;
}

/** All of some areas as one, outlines running counter-clockwise round what is full. */
function joined(area: PathsD): PathsD {
  return clip(ClipType.Union, area, []);
}

/** What of an area lies outside of another. */
function without(area: PathsD, away: PathsD): PathsD {
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

/** A flat face: polygons, each an outline and the holes in it. */
function addCap(
  builder: MeshBuilder,
  polygons: readonly PathsD[],
  z: number,
  looksDown: boolean,
  nearEdge: number,
  onEdge: OnEdge,
): void {
  /** Adds a triangle whose edges have these corners on them; what it is cut by inside is its own. */
  const split = (a: Point, b: Point, c: Point, ab: PathD, bc: PathD, ca: PathD): void => {
    if (ab.length > 0) {
      const [on, ...rest] = ab;
      split(a, on, c, [], [], ca);
      split(on, b, c, rest, bc, []);
    } else if (bc.length > 0) split(b, c, a, bc, ca, ab);
    else if (ca.length > 0) split(c, a, b, ca, ab, bc);
    else for (const { x, y } of looksDown ? [a, c, b] : [a, b, c]) builder.corner(x, y, z);
  };
  const add = (a: Point, b: Point, c: Point): void => {
    // A sliver has its third corner on an edge: its neighbours meet there without it.
    if (!isLine(a, b, c, nearEdge)) split(a, b, c, onEdge(a, b), onEdge(b, c), onEdge(c, a));
  };
  for (const polygon of polygons) {
    const corners = polygon.flat();
    let count = 0;
    const holes = polygon.map((path) => (count += path.length) - path.length).slice(1);
    const cut = earcut(
      corners.flatMap(({ x, y }) => [x, y]),
      holes,
    );
    for (let i = 0; i < cut.length; i += 3) {
      const [a, b, c] = [corners[cut[i]], corners[cut[i + 1]], corners[cut[i + 2]]];
      const turn = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
      if (turn > 0) add(a, b, c);
      else if (turn < 0) add(a, c, b);
    }
  }
}

/** Whether three corners lie so nearly on a line that the middle one is on the edge between the others. */
function isLine(a: Point, b: Point, c: Point, nearEdge: number): boolean {
  const twice = Math.abs((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));
  const sides = [
    [a, b],
    [b, c],
    [c, a],
  ].map(([p, q]) => Math.hypot(p.x - q.x, p.y - q.y));
  return twice < nearEdge * Math.max(...sides);
}

/** Outlines by what they belong to: an outer one, and then the holes in it. */
function polygonsOf(area: PathsD): PathD[][] {
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
