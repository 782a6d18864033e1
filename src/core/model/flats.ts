import { joinedAt } from './cuts';
import { SAME_HEIGHT } from './layerGrid';
import { TRIANGLE_STRIDE, type Mesh } from './mesh';
import type { Relief } from './relief';
import type { Overlaps } from './shells';
import { withoutCut } from './unions';

/** What lies at a height, as somebody sees it who looks for the first layer of a colour. */
export type FlatKind =
  /** Nothing stands on it. */
  | 'top'
  /** Something rises from it, and it has an edge of its own. */
  | 'ground'
  /** Everything around it is higher. */
  | 'sunken'
  /** It only looks down. */
  | 'underside'
  /** It looks up, into a hollow. */
  | 'inside'
  /** It lies on the bed. */
  | 'bed';

/** Flat faces at one height. */
export interface Flat {
  /** Mm over the bed. */
  readonly z: number;
  /** Area that looks up and down, mm², exact. */
  readonly upMm2: number;
  readonly downMm2: number;
  /** Area of it that shows from above and from below, mm², to a cell. */
  readonly aboveMm2: number;
  readonly belowMm2: number;
  /** Along how much of its edge something rises from it and falls from it, mm. */
  readonly risesMm: number;
  readonly fallsMm: number;
  readonly kind: FlatKind;
}

/** A model's flat faces from the bed up, and what hangs over. */
export interface Flats {
  readonly flats: readonly Flat[];
  /** Area that looks down more steeply than 45°, not on the bed and not flat, mm². */
  readonly steepMm2: number;
}

/** A face leans less than this, 0.15°: the upward part of its normal. */
const LEVEL = 0.9999966;
/** Faces lean down by more than 45° below this. */
const STEEP = -Math.SQRT1_2;
/** Less area than this is no face to plan with, mm². */
const LEAST_MM2 = 0.5;

/** Flat faces at a height, mm: their areas that look up and down, mm². */
interface Faces {
  z: number;
  up: number;
  down: number;
}

/**
 * Finds the flat faces of a model: exact in area, and what shows of them by its relief.
 * @param overlaps bodies that may stand in one another: what of a face lies inside of another body is none.
 */
export function flatsOf(mesh: Mesh, relief: Relief, overlaps: Overlaps | null = null): Flats {
  const faces = facesByHeight(mesh.corners);
  const { steepMm2 } = faces;
  const found = overlaps ? outerFaces(mesh, faces.found, overlaps) : faces.found;
  const heights = Float64Array.from(found, ({ z }) => z);
  const seen = found.map(() => ({ above: 0, below: 0, rises: 0, falls: 0 }));
  const { top, low, columns, rows, cellMm } = relief;
  const cellArea = cellMm ** 2;
  const at = (column: number, row: number): number =>
    column < 0 || row < 0 || column >= columns || row >= rows
      ? -Infinity
      : top[row * columns + column];
  for (let row = 0, cell = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++, cell++) {
      const z = top[cell];
      if (z === -Infinity) continue;
      const under = nearest(heights, low[cell]);
      if (under >= 0) seen[under].below += cellArea;
      const over = nearest(heights, z);
      if (over < 0) continue;
      const one = seen[over];
      one.above += cellArea;
      for (let side = 0; side < 4; side++) {
        const beside = at(
          column + (side === 0 ? 1 : side === 1 ? -1 : 0),
          row + (side === 2 ? 1 : side === 3 ? -1 : 0),
        );
        if (beside > z + SAME_HEIGHT) one.rises += cellMm;
        else if (beside < z - SAME_HEIGHT) one.falls += cellMm;
      }
    }
  }
  const flats = found.map(({ z, up, down }, i): Flat => {
    const { above, below, rises, falls } = seen[i];
    return {
      z,
      upMm2: up,
      downMm2: down,
      aboveMm2: above,
      belowMm2: below,
      risesMm: rises * AROUND,
      fallsMm: falls * AROUND,
      kind: kindOf({ z, up, down }, above, rises, falls),
    };
  });
  return { flats, steepMm2 };
}

/** An edge of cells is longer than the line it stands for: 4/π times, over all directions. */
const AROUND = Math.PI / 4;
/** Less of an edge than this is one cell's doing, mm. */
const LEAST_EDGE = 1;

function kindOf({ z, up, down }: Faces, above: number, rises: number, falls: number): FlatKind {
  if (above < LEAST_MM2) return z < SAME_HEIGHT ? 'bed' : up > down ? 'inside' : 'underside';
  if (rises < LEAST_EDGE) return 'top';
  return falls < LEAST_EDGE ? 'sunken' : 'ground';
}

/** Flat faces of a mesh gathered by height, from the bed up: all that its triangles tell without a look at what hides what. */
export function facesByHeight(
  c: Float32Array,
  counts: (triangle: number) => boolean = () => true,
): { found: Faces[]; steepMm2: number } {
  const byPlace = new Map<number, Faces>();
  let steepMm2 = 0;
  for (let i = 0; i < c.length; i += TRIANGLE_STRIDE) {
    if (!counts(i / TRIANGLE_STRIDE)) continue;
    const ux = c[i + 3] - c[i];
    const uy = c[i + 4] - c[i + 1];
    const uz = c[i + 5] - c[i + 2];
    const vx = c[i + 6] - c[i];
    const vy = c[i + 7] - c[i + 1];
    const vz = c[i + 8] - c[i + 2];
    const nz = ux * vy - uy * vx;
    if (nz === 0) continue;
    const isLevel = uz < SAME_HEIGHT && uz > -SAME_HEIGHT && vz < SAME_HEIGHT && vz > -SAME_HEIGHT;
    if (!isLevel && nz > 0) continue;
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const size = Math.sqrt(nx * nx + ny * ny + nz * nz);
    const lean = nz / size;
    if (isLevel && (lean > LEVEL || lean < -LEVEL)) {
      const z = (c[i + 2] + c[i + 5] + c[i + 8]) / 3;
      const place = Math.round(z / SAME_HEIGHT);
      let faces = byPlace.get(place);
      if (!faces) byPlace.set(place, (faces = { z: 0, up: 0, down: 0 }));
      const area = size / 2;
      faces.z += z * area;
      if (nz > 0) faces.up += area;
      else faces.down += area;
    } else if (lean < STEEP) steepMm2 += size / 2;
  }
  return { found: gathered(byPlace), steepMm2 };
}

/** So many heights close to each other are a slope. */
const LEAST_SLOPE = 3;

/** Faces at heights that rounding has put on two sides of a border, together; slopes left out. */
function gathered(byPlace: ReadonlyMap<number, Faces>): Faces[] {
  const runs: { first: number; last: number; faces: Faces }[] = [];
  for (const [place, faces] of [...byPlace].sort(([a], [b]) => a - b)) {
    const run = runs.at(-1);
    if (run && place === run.last + 1 && run.last === run.first) {
      run.last = place;
      run.faces.z += faces.z;
      run.faces.up += faces.up;
      run.faces.down += faces.down;
    } else runs.push({ first: place, last: place, faces: { ...faces } });
  }
  const isSlope = new Set<Faces>();
  for (let i = 0; i < runs.length;) {
    let end = i + 1;
    while (end < runs.length && runs[end].first === runs[end - 1].last + 1) end++;
    if (end - i >= LEAST_SLOPE) runs.slice(i, end).forEach(({ faces }) => isSlope.add(faces));
    i = end;
  }
  const found = runs.map(({ faces }) => faces).filter((faces) => !isSlope.has(faces));
  for (const faces of found) faces.z = Math.round((faces.z / (faces.up + faces.down)) * 1e4) / 1e4;
  return found.filter(({ up, down }) => up + down >= LEAST_MM2);
}

/** Cuts this far over and under a face tell what of it is no inside, mm. */
const BESIDE = 5e-4;
/** More heights than this are no flats to plan with. */
const MOST_HEIGHTS = 300;

/** Faces of bodies that may stand in one another: what is full under it and bare over it looks up. */
function outerFaces(mesh: Mesh, all: readonly Faces[], overlaps: Overlaps): Faces[] {
  const { corners } = mesh;
  const { shellOf, groupOf } = overlaps;
  const alone = facesByHeight(corners, (triangle) => groupOf[shellOf[triangle]] < 0).found;
  if (all.length > MOST_HEIGHTS) return [...all];
  return all.flatMap((one): Faces[] => {
    const own = alone.find(({ z }) => Math.abs(z - one.z) <= 2 * SAME_HEIGHT);
    const [under, over] = [one.z - BESIDE, one.z + BESIDE].map((z) => joinedAt(mesh, z, overlaps));
    const up = withoutCut(under, over).area + (own?.up ?? 0);
    const down = withoutCut(over, under).area + (own?.down ?? 0);
    return up + down < LEAST_MM2 ? [] : [{ z: one.z, up, down }];
  });
}

/** Place of the height nearest to `z` within {@link SAME_HEIGHT} twice over; −1 for none. */
function nearest(heights: Float64Array, z: number): number {
  let [from, to] = [0, heights.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (heights[middle] < z - 2 * SAME_HEIGHT) from = middle + 1;
    else to = middle;
  }
  return from < heights.length && heights[from] <= z + 2 * SAME_HEIGHT ? from : -1;
}
