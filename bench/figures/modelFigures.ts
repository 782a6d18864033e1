// How long it takes to read a model of 100 MB and know its heights, against its bytes and floats alone.
import { facesByHeight } from '../../src/core/model/flats';
import { handMesh } from '../../src/core/geometry/mesh/handMesh';
import { Model } from '../../src/core/model/model';
import { readModel } from '../../src/core/model/formats/readModel';
import { firstSetup } from '../../src/core/model/setup';
import { writeStl } from '../../src/core/model/formats/writeStl';
import { inTurns, secondsOf } from '../turns';

/** Triangles of a binary STL of about 100 MB: a relief of terraces and slopes over a plate. */
const SIDE = 1000;
const MM = 0.1;

/** Seconds of the parts of opening a large model, and what it is drawn with. */
export interface ModelFigures {
  readonly bytes: number;
  readonly bare: number;
  readonly heights: number;
  /** All that the desk wants: soundness, placing, relief, flat faces. */
  readonly whole: number;
  /** Faces and seconds of its surface in the hand, 1000 × 1000 cells. */
  readonly faces: number;
  readonly surface: number;
}

export async function modelSeconds(rounds: number): Promise<ModelFigures> {
  const bytes = writeStl(terraces());
  const [bare, heights] = await inTurns(
    rounds,
    () => bareFloats(bytes),
    async () => {
      const read = await readModel(bytes, 'relief.stl');
      if (!read.ok) throw new Error(read.refusal.message);
      facesByHeight(read.value.mesh.corners);
    },
  );
  const read = await readModel(bytes, 'relief.stl');
  if (!read.ok) throw new Error(read.refusal.message);
  const { value } = read;
  const whole = await secondsOf(() => new Model(value).place(firstSetup(value)));
  const { footprint, layers } = hill();
  let faces = 0;
  const surface = await secondsOf(() => {
    faces = handMesh(footprint, layers).index.length / 6;
  });
  return { bytes: bytes.length, bare, heights, whole, faces, surface };
}

/** Reads the bytes once, and once goes over its floats: what nobody can do without. */
function bareFloats(bytes: Uint8Array): number {
  let sum = 0;
  for (let i = 0; i < bytes.length; i++) sum += bytes[i];
  const count = (bytes.length - 84) / 50;
  const floats = new Float32Array(count * 9);
  const view = new DataView(bytes.buffer);
  for (let i = 0; i < count; i++) {
    for (let k = 0; k < 9; k++) floats[i * 9 + k] = view.getFloat32(84 + i * 50 + 12 + 4 * k, true);
  }
  for (let i = 0; i < floats.length; i++) sum += floats[i];
  return sum;
}

function terraces(): Float32Array<ArrayBuffer> {
  const corners = new Float32Array(SIDE * SIDE * 2 * 9);
  const height = (x: number, y: number): number => {
    const slope = 4 + 3 * Math.sin(x / 90) * Math.cos(y / 70);
    // Every second terrace is level, the others slope.
    return Math.floor(slope) % 2 === 0 ? Math.floor(slope) : slope;
  };
  let at = 0;
  for (let y = 0; y < SIDE; y++) {
    for (let x = 0; x < SIDE; x++) {
      for (const [dx, dy] of [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 0],
        [1, 1],
        [0, 1],
      ]) {
        corners[at++] = (x + dx) * MM;
        corners[at++] = (y + dy) * MM;
        corners[at++] = height(x + dx, y + dy);
      }
    }
  }
  return corners;
}

/** A hill in 60 layers over 1000 × 1000 cells. */
function hill() {
  const count = 60;
  const top = Uint16Array.from({ length: SIDE * SIDE }, (_, i) => {
    const away = Math.hypot((i % SIDE) - SIDE / 2, Math.floor(i / SIDE) - SIDE / 2);
    return Math.max(0, Math.round(count * (1 - away / (SIDE * 0.5))));
  });
  const low = top.map((layer) => (layer === 0 ? 0 : 1));
  const layers = Array.from({ length: count }, (_, i) => ({ z: (i + 1) * 0.2, thickness: 0.2 }));
  const footprint = { cellMm: 0.15, originX: 0, originY: 0, columns: SIDE, rows: SIDE, top, low };
  return { footprint, layers };
}
