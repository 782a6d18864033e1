import type { Mesh, MeshBox } from './mesh';
import { boxOf, sizeOf } from './mesh';
import { UNIT_MM, type ModelFile, type ModelUnit } from './formats/modelFile';

/** A turn as the rows of a 3 × 3 matrix: a place is a column behind it. */
export type Turn = readonly number[];

/** How a model is to be printed: what it is drawn in, how it lies, how large, and in which layers. */
export interface ModelSetup {
  readonly unit: ModelUnit;
  /** False while the unit is only a guess. */
  readonly isUnitSure: boolean;
  readonly turn: Turn;
  /** Factors along the bed and upwards; 1 as drawn. */
  readonly scaleXY: number;
  readonly scaleZ: number;
  /** Thickness of the first layer and of all others, mm. */
  readonly firstLayer: number;
  readonly layerHeight: number;
}

export const NO_TURN: Turn = [1, 0, 0, 0, 1, 0, 0, 0, 1];

/** A model shorter than this along its longest side, or longer, is hardly drawn in millimetres. */
const SMALLEST_MM = 8;
const LARGEST_MM = 500;

/** What is guessed of a file's unit, and whether it has to be asked. */
export function guessUnit({ unit, mesh }: ModelFile): Pick<ModelSetup, 'unit' | 'isUnitSure'> {
  if (unit !== null) return { unit, isUnitSure: true };
  const box = boxOf(mesh);
  const longest = box ? Math.max(...sizeOf(box)) : 0;
  if (longest >= SMALLEST_MM && longest <= LARGEST_MM) return { unit: 'mm', isUnitSure: true };
  if (longest > LARGEST_MM) {
    // A sign may be a little too large for the bed; a thousand times too large is another unit.
    return { unit: longest / 1000 >= SMALLEST_MM ? 'micron' : 'mm', isUnitSure: false };
  }
  return { unit: longest < 0.4 ? 'm' : 'inch', isUnitSure: false };
}

/** How a model is set up at first. */
export function firstSetup(file: ModelFile): ModelSetup {
  return {
    ...guessUnit(file),
    turn: NO_TURN,
    scaleXY: 1,
    scaleZ: 1,
    firstLayer: 0.2,
    layerHeight: 0.2,
  };
}

/** How a model is set up that Lamella made itself, in millimetres, as it lies. */
export function madeSetup({
  firstLayer,
  layerHeight,
}: Pick<ModelSetup, 'firstLayer' | 'layerHeight'>): ModelSetup {
  const asItIs = { unit: 'mm', isUnitSure: true, turn: NO_TURN, scaleXY: 1, scaleZ: 1 } as const;
  return { ...asItIs, firstLayer, layerHeight };
}

/** One turn, and then another. */
export function turned(first: Turn, then: Turn): Turn {
  const out: number[] = [];
  for (let row = 0; row < 3; row++) {
    for (let column = 0; column < 3; column++) {
      let sum = 0;
      for (let k = 0; k < 3; k++) sum += then[row * 3 + k] * first[k * 3 + column];
      // Quarter turns stay exact.
      out.push(Math.abs(sum - Math.round(sum)) < 1e-12 ? Math.round(sum) : sum);
    }
  }
  return out;
}

/** The turn by an angle round an axis, counter-clockwise as seen from its end (Rodrigues). */
export function turnAbout(axis: readonly [number, number, number], degrees: number): Turn {
  const size = Math.hypot(...axis);
  const [x, y, z] = axis.map((part) => part / size);
  const angle = (degrees * Math.PI) / 180;
  const [c, s] = [Math.cos(angle), Math.sin(angle)].map(tidy);
  const t = 1 - c;
  return [
    ...[t * x * x + c, t * x * y - s * z, t * x * z + s * y],
    ...[t * x * y + s * z, t * y * y + c, t * y * z - s * x],
    ...[t * x * z - s * y, t * y * z + s * x, t * z * z + c],
  ];
}

const tidy = (value: number): number => (Math.abs(value) < 1e-15 ? 0 : value);

/** The shortest turn after which a face that looks along `normal` lies on the bed. */
export function layFlat(normal: readonly [number, number, number]): Turn {
  const [x, y, z] = normal;
  const size = Math.hypot(x, y, z);
  if (size === 0) return NO_TURN;
  const across = Math.hypot(x, y);
  if (across < 1e-9 * size) return z > 0 ? turnAbout([1, 0, 0], 180) : NO_TURN;
  // About normal × down.
  const angle = (Math.acos(Math.max(-1, Math.min(1, -z / size))) * 180) / Math.PI;
  return turnAbout([-y, x, 0], angle);
}

/**
 * The mesh as it is to be printed, mm: turned, scaled, its lowest place on the bed and its left front
 * corner at zero.
 */
export function placeMesh(mesh: Mesh, setup: ModelSetup): Mesh {
  const { unit, turn, scaleXY, scaleZ } = setup;
  const mm = UNIT_MM[unit];
  const by = turn.map((part, i) => part * mm * (i < 6 ? scaleXY : scaleZ));
  const { corners } = mesh;
  const out = new Float32Array(corners.length);
  for (let i = 0; i < corners.length; i += 3) {
    const x = corners[i];
    const y = corners[i + 1];
    const z = corners[i + 2];
    out[i] = by[0] * x + by[1] * y + by[2] * z;
    out[i + 1] = by[3] * x + by[4] * y + by[5] * z;
    out[i + 2] = by[6] * x + by[7] * y + by[8] * z;
  }
  const placed = { ...mesh, corners: out };
  moveToZero(out, boxOf(placed));
  return placed;
}

function moveToZero(corners: Float32Array, box: MeshBox | null): void {
  if (!box) return;
  const [x, y, z] = box.from;
  for (let i = 0; i < corners.length; i += 3) {
    corners[i] -= x;
    corners[i + 1] -= y;
    corners[i + 2] -= z;
  }
}
