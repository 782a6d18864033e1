import { cornerIds, mixed, type CornerIds } from './corners';
import { forEachPair } from './neighbours';
import { TRIANGLE_STRIDE, type Mesh, type MeshBox, type MeshObject } from './mesh';
import { sixfoldVolume } from './soundness';

/** More triangles than this are taken as one body: looking for more would take as much memory again. */
const MOST_LOOKED_AT = 4_000_000;
/** More bodies than this are texture, not parts; they are not looked at for their insides. */
const MOST_TURNED = 400;

/** Which bodies may stand in one another. */
export interface Overlaps {
  /** The body of each triangle. */
  readonly shellOf: Uint32Array;
  /** The group of bodies of each body; −1 for one that stands by itself. */
  readonly groupOf: Int32Array;
}

/** A mesh whose bodies all look outwards, each triangle once. */
export interface Mended {
  readonly mesh: Mesh;
  /** null where no body stands in another one. */
  readonly overlaps: Overlaps | null;
  /** null for a mesh that is too large to be looked at. */
  readonly bodies: number | null;
  readonly turned: number;
  readonly doubled: number;
}

interface Shell {
  readonly box: MeshBox;
  /** Whether faces of it lie on each other: it may be several bodies. */
  readonly isFolded: boolean;
  /** Whether each of its edges is there an even number of times: only then has it an inside. */
  readonly isClosed: boolean;
  readonly volume: number;
  /** One of its triangles. */
  readonly triangle: number;
}

/** Looks at a mesh body by body: turns those that are inside out, and leaves out triangles that are there twice. */
export function mend(given: Mesh): Mended {
  const triangles = given.corners.length / TRIANGLE_STRIDE;
  if (triangles > MOST_LOOKED_AT)
    return { mesh: given, overlaps: null, bodies: null, turned: 0, doubled: 0 };
  const numbered = cornerIds(given.corners);
  const { mesh, doubled } = withoutDoubles(given, numbered);
  // Numbering takes most of the time: only what has changed is numbered again.
  const { ids } = doubled > 0 ? cornerIds(mesh.corners) : numbered;
  const { shellOf, shells } = shellsOf(mesh.corners, ids);
  const turns = insideOut(mesh.corners, shellOf, shells);
  const corners = turns.size > 0 ? turnedShells(mesh.corners, shellOf, turns) : mesh.corners;
  const groupOf = groupsOf(shells, turns);
  return {
    mesh: { ...mesh, corners },
    overlaps: groupOf.some((group) => group >= 0) ? { shellOf, groupOf } : null,
    bodies: shells.length,
    turned: turns.size,
    doubled,
  };
}

/**
 * The mesh without triangles that are there twice by mistake: same corners, same way round. Bodies that share a
 * face by its very triangles keep theirs, or they would be open.
 */
function withoutDoubles(
  mesh: Mesh,
  { ids, count: places }: CornerIds,
): { readonly mesh: Mesh; readonly doubled: number } {
  const { corners, objects } = mesh;
  const count = ids.length / 3;
  const seconds = secondOnes(ids);
  if (seconds.length === 0) return { mesh, doubled: 0 };
  const keeps = new Uint8Array(count).fill(1);
  for (const triangle of mistakes(ids, places, seconds)) keeps[triangle] = 0;
  const kept = keeps.reduce((sum, one) => sum + one, 0);
  if (kept === count) return { mesh, doubled: 0 };
  const out = new Float32Array(kept * TRIANGLE_STRIDE);
  // How many triangles are kept before each.
  const before = new Uint32Array(count + 1);
  for (let i = 0; i < count; i++) {
    before[i + 1] = before[i] + keeps[i];
    if (keeps[i] === 0) continue;
    const from = i * TRIANGLE_STRIDE;
    out.set(corners.subarray(from, from + TRIANGLE_STRIDE), before[i] * TRIANGLE_STRIDE);
  }
  const moved = objects.map((one): MeshObject => ({
    ...one,
    first: before[one.first],
    end: before[one.end],
  }));
  return { mesh: { corners: out, objects: moved }, doubled: count - kept };
}

/** Triangles that have the same corners, the same way round, as one before. */
function secondOnes(ids: Uint32Array): number[] {
  const count = ids.length / 3;
  const size = 1 << Math.max(4, Math.ceil(Math.log2(count * 2 + 1)));
  const table = new Uint32Array(size);
  /** The corners of a triangle, beginning with the least. */
  const cornersOf = (triangle: number): [number, number, number] => {
    const at = triangle * 3;
    const [a, b, c] = [ids[at], ids[at + 1], ids[at + 2]];
    return a <= b && a <= c ? [a, b, c] : b <= c ? [b, c, a] : [c, a, b];
  };
  const found: number[] = [];
  for (let i = 0; i < count; i++) {
    const [a, b, c] = cornersOf(i);
    let slot = mixed(mixed(a, b), c) & (size - 1);
    let isNew = true;
    for (; table[slot] !== 0 && isNew; slot = (slot + 1) & (size - 1)) {
      const [x, y, z] = cornersOf(table[slot] - 1);
      isNew = !(x === a && y === b && z === c);
    }
    if (isNew) table[slot] = i + 1;
    else found.push(i);
  }
  return found;
}

/**
 * Which second triangles are there by mistake. Those that hang together are taken away together: where some edge
 * of theirs has an odd number of triangles, which no closed surface has, or where they are a body by themselves.
 */
function mistakes(ids: Uint32Array, places: number, seconds: readonly number[]): number[] {
  const keyOf = (side: number): number => {
    const [a, b] = [ids[side], ids[side % 3 === 2 ? side - 2 : side + 1]];
    return Math.min(a, b) * places + Math.max(a, b);
  };
  const sidesOf = (triangle: number): number[] => [
    3 * triangle,
    3 * triangle + 1,
    3 * triangle + 2,
  ];
  const around = new Map<number, { all: number; second: number[] }>();
  for (const triangle of seconds)
    for (const side of sidesOf(triangle)) {
      const key = keyOf(side);
      const edge = around.get(key);
      if (edge) edge.second.push(triangle);
      else around.set(key, { all: 0, second: [triangle] });
    }
  for (let side = 0; side < ids.length; side++) {
    const edge = around.get(keyOf(side));
    if (edge) edge.all++;
  }
  const left = new Set(seconds);
  const found: number[] = [];
  for (const start of seconds) {
    if (!left.delete(start)) continue;
    const part = [start];
    let [isOdd, isBody] = [false, true];
    for (const triangle of part) {
      for (const side of sidesOf(triangle)) {
        const edge = around.get(keyOf(side))!;
        isOdd ||= edge.all % 2 === 1;
        isBody &&= edge.second.length === 2;
        for (const other of edge.second) if (left.delete(other)) part.push(other);
      }
    }
    if (isOdd || isBody) found.push(...part);
  }
  return found;
}

/** Triangles by what hangs together at edges (union by halving paths; Tarjan and van Leeuwen, 1984). */
function shellsOf(c: Float32Array, ids: Uint32Array): { shellOf: Uint32Array; shells: Shell[] } {
  const count = ids.length / 3;
  const above = Uint32Array.from({ length: count }, (_, i) => i);
  const rootOf = (triangle: number): number => {
    let at = triangle;
    while (above[at] !== at) {
      above[at] = above[above[at]];
      at = above[at];
    }
    return at;
  };
  const folded: number[] = [];
  forEachPair(c, ids, (a, b, isSure) => {
    above[rootOf(a)] = rootOf(b);
    if (!isSure) folded.push(a);
  });
  const numbers = new Int32Array(count).fill(-1);
  const shellOf = new Uint32Array(ids.length / 3);
  const growing: {
    from: number[];
    to: number[];
    edges: number;
    volume: number;
    triangle: number;
  }[] = [];
  for (let i = 0; i < shellOf.length; i++) {
    const root = rootOf(i);
    if (numbers[root] < 0) {
      numbers[root] = growing.length;
      const [from, to] = [
        [Infinity, Infinity, Infinity],
        [-Infinity, -Infinity, -Infinity],
      ];
      growing.push({ from, to, edges: 0, volume: 0, triangle: i });
    }
    const shell = growing[(shellOf[i] = numbers[root])];
    const at = i * TRIANGLE_STRIDE;
    for (let k = 0; k < TRIANGLE_STRIDE; k++) {
      const axis = k % 3;
      const value = c[at + k];
      if (value < shell.from[axis]) shell.from[axis] = value;
      if (value > shell.to[axis]) shell.to[axis] = value;
    }
    shell.volume += sixfoldVolume(c, at) / 6;
    for (let k = 0; k < 3; k++) {
      const [a, b] = [ids[i * 3 + k], ids[i * 3 + ((k + 1) % 3)]];
      if (a !== b) shell.edges ^= mixed(Math.min(a, b), Math.max(a, b));
    }
  }
  const foldedShells = new Set(folded.map((triangle) => shellOf[triangle]));
  const shells = growing.map(({ from, to, edges, volume, triangle }, i): Shell => {
    const box = { from: [from[0], from[1], from[2]], to: [to[0], to[1], to[2]] } as const;
    return { box, isFolded: foldedShells.has(i), isClosed: edges === 0, volume, triangle };
  });
  return { shellOf, shells };
}

/**
 * The bodies that are inside out: those that would take away where nothing stands, and, in one of these, those
 * that would add. A hollow in a body looks inwards and is none.
 */
function insideOut(
  c: Float32Array,
  shellOf: Uint32Array,
  shells: readonly Shell[],
): ReadonlySet<number> {
  const turns = new Set<number>();
  const closed = shells.filter(({ isClosed }) => isClosed);
  if (closed.every(({ volume }) => volume >= 0) || shells.length > MOST_TURNED) {
    // Too many bodies are turned as a whole.
    const whole = closed.reduce((sum, { volume }) => sum + volume, 0);
    if (whole < 0) shells.forEach((_, i) => turns.add(i));
    return turns;
  }
  shells.forEach(({ isClosed, volume, triangle }, i) => {
    if (!isClosed) return;
    const around = windingAt(c, shellOf, i, placeIn(c, triangle));
    if (volume < 0 ? around < 1 : around < 0) turns.add(i);
  });
  return turns;
}

/** Shares of the corners of a triangle, such that the place lies straight under no edge of a drawn shape. */
const SHARES = [0.4142135, 0.3178372, 0.2679493];

/** A place in a triangle. */
function placeIn(c: Float32Array, triangle: number): [number, number, number] {
  const at = triangle * TRIANGLE_STRIDE;
  const mean = (axis: number): number =>
    SHARES.reduce((sum, share, k) => sum + share * c[at + 3 * k + axis], 0);
  return [mean(0), mean(1), mean(2)];
}

/** How often the other bodies go round a place: what of their surfaces lies over it, by the way that it looks. */
function windingAt(
  c: Float32Array,
  shellOf: Uint32Array,
  own: number,
  [x, y, z]: readonly [number, number, number],
): number {
  let winding = 0;
  for (let i = 0, at = 0; i < shellOf.length; i++, at += TRIANGLE_STRIDE) {
    if (shellOf[i] === own || (c[at + 2] < z && c[at + 5] < z && c[at + 8] < z)) continue;
    const u = turnOf(c, at, at + 3, x, y);
    const v = turnOf(c, at + 3, at + 6, x, y);
    const w = turnOf(c, at + 6, at, x, y);
    const isOver = (u > 0 && v > 0 && w > 0) || (u < 0 && v < 0 && w < 0);
    if (!isOver) continue;
    const there = (v * c[at + 2] + w * c[at + 5] + u * c[at + 8]) / (u + v + w);
    if (there > z) winding += u > 0 ? 1 : -1;
  }
  return winding;
}

/** Twice the area of a place and an edge, as seen from above. */
const turnOf = (c: Float32Array, p: number, q: number, x: number, y: number): number =>
  (c[q] - c[p]) * (y - c[p + 1]) - (c[q + 1] - c[p + 1]) * (x - c[p]);

function turnedShells(
  c: Float32Array,
  shellOf: Uint32Array,
  turns: ReadonlySet<number>,
): Float32Array<ArrayBuffer> {
  const out = new Float32Array(c);
  for (let i = 0; i < shellOf.length; i++) {
    if (!turns.has(shellOf[i])) continue;
    const at = i * TRIANGLE_STRIDE;
    for (let k = 3; k < 6; k++) [out[at + k], out[at + k + 3]] = [c[at + k + 3], c[at + k]];
  }
  return out;
}

/** Bodies whose boxes meet, in groups; those groups in which only one adds are none. */
function groupsOf(shells: readonly Shell[], turns: ReadonlySet<number>): Int32Array {
  const groupOf = Int32Array.from({ length: shells.length }, (_, i) => i);
  const rootOf = (shell: number): number => {
    let at = shell;
    while (groupOf[at] !== at) at = groupOf[at] = groupOf[groupOf[at]];
    return at;
  };
  const byLeft = [...shells.keys()].sort((a, b) => shells[a].box.from[0] - shells[b].box.from[0]);
  let open: number[] = [];
  for (const i of byLeft) {
    open = open.filter((other) => shells[other].box.to[0] >= shells[i].box.from[0]);
    for (const other of open) {
      if (meets(shells[i].box, shells[other].box)) groupOf[rootOf(i)] = rootOf(other);
    }
    open.push(i);
  }
  const roots = shells.map((_, i) => rootOf(i));
  const adding = new Map<number, number>();
  shells.forEach(({ isClosed, isFolded, volume }, i) => {
    // Only closed bodies have an inside that another one can stand in.
    if (!isClosed) adding.set(roots[i], -Infinity);
    const adds = turns.has(i) ? volume < 0 : volume > 0;
    if (adds) adding.set(roots[i], (adding.get(roots[i]) ?? 0) + (isFolded ? 2 : 1));
  });
  return Int32Array.from(roots, (root) => ((adding.get(root) ?? 0) > 1 ? root : -1));
}

const meets = (a: MeshBox, b: MeshBox): boolean =>
  [0, 1, 2].every((axis) => a.from[axis] <= b.to[axis] && b.from[axis] <= a.to[axis]);
