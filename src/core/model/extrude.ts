import earcut from 'earcut';
import {
  areaD,
  ClipperD,
  ClipType,
  FillRule,
  isPositiveD,
  PolyTreeD,
  triangulateD,
  TriangulateResult,
  type PathD,
  type PathsD,
  type PolyPathD,
} from 'clipper2-ts';
import { cornersOnEdges, type OnEdge, type Point } from './cornersOnEdges';
import { MeshBuilder } from './mesh';
import { isManifold } from './manifold';

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
  // Where outlines nearly lie on each other, corners of both are in each other's way; on a coarser grid they are not.
  for (const times of [1, 3, 10, 30]) {
    for (const rounded of [slabs, slabs.map((slab) => onGrid(slab, GRID_MM * times))]) {
      const made = surfaceOf(rounded, ONE_CORNER * times, ON_EDGE * times);
      if (isManifold(made)) return made;
      first ??= made;
    }
  }
  return first!;
}

/** Side of the squares that corners are put on where outlines lie in each other's way, mm. */
const GRID_MM = 7e-4;

function onGrid({ area, from, to }: Slab, grid: number): Slab {
  const snap = (value: number): number => Math.round(value / grid) * grid;
  return {
    area: area.map((path) => path.map(({ x, y }) => ({ x: snap(x), y: snap(y) }))),
    from,
    to,
  };
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
    return bridged(joined(there.flatMap(({ area }) => area)));
  });
  const weld = welder(oneCorner);
  const welded = (region: Region): Region =>
    region.flatMap(([outline, ...holes]) =>
      weld([outline]).map((outer) => [outer, ...weld(holes)]),
    );
  const caps = heights.map((_, i) => {
    const [below, above] = [walls[i - 1] ?? NOTHING, walls[i] ?? NOTHING];
    return { down: welded(without(above, below)), up: welded(without(below, above)) };
  });
  const sides = walls.map((wall) => welded(wall).flat());
  const all = [...sides, ...caps.flatMap(({ down, up }) => [...down, ...up])];
  const onEdge = cornersOnEdges(all.flat(2), nearEdge);
  const builder = new MeshBuilder();
  heights.forEach((z, i) => {
    addCap(builder, caps[i].down, z, true, onEdge);
    addCap(builder, caps[i].up, z, false, onEdge);
    if (i < sides.length) addWalls(builder, sides[i], z, heights[i + 1], onEdge);
  });
  return builder.finish();
}

/** Corners nearer than this are one, mm. */
const ONE_CORNER = 3e-4;

/** More rows of squares than a plate has. */
const ROWS = 1 << 26;

/** Puts corners that are nearly the same in one place, whichever outline they belong to. */
function welder(oneCorner: number): (area: PathsD) => PathsD {
  const known = new Map<number, PathD>();
  const side = 4 * oneCorner;
  const nearIn = (key: number, { x, y }: Point): Point | undefined => {
    const there = known.get(key);
    if (!there) return undefined;
    for (const one of there) if (Math.hypot(one.x - x, one.y - y) < oneCorner) return one;
    return undefined;
  };
  const weld = (point: Point): Point => {
    const [across, along] = [point.x / side, point.y / side];
    const [column, row] = [Math.floor(across), Math.floor(along)];
    // Only squares that lie nearer than one corner can hold it: a quarter of a side.
    const [left, right] = [Math.floor(across - 0.25), Math.floor(across + 0.25)];
    const [front, back] = [Math.floor(along - 0.25), Math.floor(along + 0.25)];
    for (let x = left; x <= right; x++) {
      for (let y = front; y <= back; y++) {
        const near = nearIn(x * ROWS + y, point);
        if (near) return near;
      }
    }
    const key = column * ROWS + row;
    const there = known.get(key);
    if (there) there.push(point);
    else known.set(key, [point]);
    return point;
  };
  return (area) =>
    area.map((path) => withoutSpikes(path.map(weld))).filter(({ length }) => length > 2);
}

/** An outline without corners that stand twice in a row, and without going out and back along one line. */
function withoutSpikes(path: PathD): PathD {
  const kept: PathD = [];
  for (const point of path) {
    kept.push(point);
    while (kept.length > 1 && (kept.at(-1) === kept.at(-2) || kept.at(-1) === kept.at(-3))) {
      kept.length -= kept.at(-1) === kept.at(-2) ? 1 : 2;
    }
  }
  while (kept.length > 2 && (kept[0] === kept.at(-1) || kept[1] === kept.at(-1))) {
    if (kept[0] === kept.at(-1)) kept.pop();
    else {
      kept.shift();
      kept.pop();
    }
  }
  return kept;
}

/** How near to an edge a corner lies on it, mm. */
const ON_EDGE = 1e-4;

/** An area as polygons: each an outline, and then the holes in it; outlines run counter-clockwise round what is full. */
type Region = readonly PathsD[];

const NOTHING: Region = [];

/** All of some areas as one. */
function joined(area: PathsD): Region {
  return clip(ClipType.Union, area, []);
}

/** What of an area lies outside of another. */
function without(area: Region, away: Region): Region {
  if (area.length === 0 || away.length === 0) return area;
  return clip(ClipType.Difference, area.flat(), away.flat());
}

function clip(kind: ClipType, area: PathsD, other: PathsD): Region {
  if (area.length === 0) return NOTHING;
  const clipper = new ClipperD(DECIMALS);
  clipper.preserveCollinear = false;
  clipper.addSubjectPaths(area);
  if (other.length > 0) clipper.addClipPaths(other);
  const tree = new PolyTreeD();
  clipper.execute(kind, FillRule.NonZero, tree);
  return polygonsIn(tree);
}

function polygonsIn(node: PolyPathD): PathsD[] {
  const found: PathsD[] = [];
  for (let i = 0; i < node.count; i++) {
    const child = node.child(i);
    const polygon: PathsD = child.poly ? [turned(child.poly, true)] : [];
    for (let k = 0; k < child.count; k++) {
      const hole = child.child(k);
      if (hole.poly) polygon.push(turned(hole.poly, false));
      found.push(...polygonsIn(hole));
    }
    found.push(polygon);
  }
  return found;
}

const turned = (path: PathD, isPositive: boolean): PathD =>
  isPositiveD(path) === isPositive ? path : path.toReversed();

/** How wide the bridge is that joins corners which only touch, mm: less than any nozzle shows. */
export const BRIDGE_MM = 0.04;
/** The squares are tilted, so that their sides lie along no outline. */
const TILT = 0.17;

/** Where outlines touch in a point: a wall that stands there would have an edge with four faces. */
export function touchingCorners(area: PathsD): PathD {
  const outlines = welder(ONE_CORNER)(area);
  const [seen, touching] = [new Set<Point>(), new Set<Point>()];
  for (const point of outlines.flat()) (seen.has(point) ? touching : seen).add(point);
  const onEdge = cornersOnEdges([...seen], ON_EDGE);
  for (const path of outlines) {
    path.forEach((p, i) =>
      onEdge(p, path[(i + 1) % path.length]).forEach((on) => touching.add(on)),
    );
  }
  return [...touching];
}

/** A region whose corners do not touch: a hair joins those that did. */
function bridged(region: Region): Region {
  const area = region.flat();
  const corners = touchingCorners(area);
  if (corners.length === 0) return region;
  const squares = corners.map(({ x, y }) =>
    [0, 1, 2, 3].map((quarter) => {
      const angle = TILT + (quarter * Math.PI) / 2;
      return { x: x + (BRIDGE_MM / 2) * Math.cos(angle), y: y + (BRIDGE_MM / 2) * Math.sin(angle) };
    }),
  );
  return joined([...area, ...squares]);
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
    const split = withoutSpikes(
      path.flatMap((p, i) => [p, ...onEdge(p, path[(i + 1) % path.length])]),
    );
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
  polygons: Region,
  z: number,
  looksDown: boolean,
  onEdge: OnEdge,
): void {
  const add = (a: Point, b: Point, c: Point): void => {
    for (const [p, q, r] of splitTriangle(a, b, c, onEdge)) {
      for (const { x, y } of looksDown ? [p, r, q] : [p, q, r]) builder.corner(x, y, z);
    }
  };
  for (const polygon of polygons) {
    for (const [a, b, c] of trianglesOf(polygon)) {
      const turn = twiceArea([a, b, c]);
      if (turn > 0) add(a, b, c);
      else if (turn < 0) add(a, c, b);
    }
  }
}

type Triangle = readonly [Point, Point, Point];

/** Shares of an area by which triangles may miss it. */
const MISSED = 1e-6;

/** A polygon in triangles: by cutting ears, and where holes that touch its outline mislead that, the slower way. */
function trianglesOf(polygon: PathsD): Triangle[] {
  const corners = polygon.flat();
  let count = 0;
  const holes = polygon.map((path) => (count += path.length) - path.length).slice(1);
  const cut = earcut(
    corners.flatMap(({ x, y }) => [x, y]),
    holes,
  );
  const ears = Array.from({ length: cut.length / 3 }, (_, i): Triangle => [
    corners[cut[3 * i]],
    corners[cut[3 * i + 1]],
    corners[cut[3 * i + 2]],
  ]);
  const wanted = polygon.reduce((sum, path) => sum + areaD(path), 0);
  const found = ears.reduce((sum, ear) => sum + Math.abs(twiceArea(ear)) / 2, 0);
  if (Math.abs(found - wanted) <= MISSED * wanted) return ears;
  const byPlace = new Map(corners.map((point) => [placeOf(point), point]));
  const { result, solution } = triangulateD(polygon, DECIMALS, false);
  const others = solution.map((path) => path.map((point) => byPlace.get(placeOf(point))));
  const isWhole = others.every((three) => three.length === 3 && !three.includes(undefined));
  return result === TriangulateResult.success && isWhole
    ? others.map(([a, b, c]): Triangle => [a!, b!, c!])
    : ears;
}

const placeOf = ({ x, y }: Point): string => `${x.toFixed(DECIMALS)} ${y.toFixed(DECIMALS)}`;

/** Twice the area of a triangle; below 0 where it runs clockwise. */
const twiceArea = ([a, b, c]: Triangle): number =>
  (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);

/** A triangle in smaller ones, so that no corner lies on a side of any; what is cut inside it is its own. */
function splitTriangle(a: Point, b: Point, c: Point, onEdge: OnEdge): Triangle[] {
  const [ab, bc, ca] = [onEdge(a, b), onEdge(b, c), onEdge(c, a)];
  // A sliver has its third corner on an edge: its neighbours meet there without it.
  if (ab.includes(c) || bc.includes(a) || ca.includes(b)) return [];
  // Beside a sharp corner one place lies on both its sides: there is nothing between them up to there.
  for (; ab.length > 0 && ab[0] === ca.at(-1); ca.pop()) a = ab.shift()!;
  for (; bc.length > 0 && bc[0] === ab.at(-1); ab.pop()) b = bc.shift()!;
  for (; ca.length > 0 && ca[0] === bc.at(-1); bc.pop()) c = ca.shift()!;
  return fan([a, b, c], ab, bc, ca);
}

/** A triangle with corners along its sides, in triangles without. */
function fan([a, b, c]: Triangle, ab: PathD, bc: PathD, ca: PathD): Triangle[] {
  if (ab.length > 0) {
    const [on, ...rest] = ab;
    return [...fan([a, on, c], [], [], ca), ...fan([on, b, c], rest, bc, [])];
  }
  if (bc.length > 0) return fan([b, c, a], bc, ca, ab);
  if (ca.length > 0) return fan([c, a, b], ca, ab, bc);
  return [[a, b, c]];
}
