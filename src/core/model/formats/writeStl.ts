import { TRIANGLE_STRIDE } from '../mesh';

const HEAD = 84;
const RECORD = 50;

/** Binary STL of triangles, {@link TRIANGLE_STRIDE} numbers each. */
export function writeStl(corners: Float32Array): Uint8Array<ArrayBuffer> {
  const count = corners.length / TRIANGLE_STRIDE;
  const bytes = new Uint8Array(HEAD + count * RECORD);
  const view = new DataView(bytes.buffer);
  view.setUint32(80, count, true);
  for (let i = 0; i < count; i++) {
    const at = HEAD + i * RECORD;
    const c = corners.subarray(i * TRIANGLE_STRIDE, (i + 1) * TRIANGLE_STRIDE);
    normalOf(c).forEach((part, k) => view.setFloat32(at + 4 * k, part, true));
    for (let k = 0; k < TRIANGLE_STRIDE; k++) view.setFloat32(at + 12 + 4 * k, c[k], true);
  }
  return bytes;
}

/** Direction that a triangle looks in; zero for one without area. */
function normalOf(c: ArrayLike<number>): [number, number, number] {
  const [ux, uy, uz] = [c[3] - c[0], c[4] - c[1], c[5] - c[2]];
  const [vx, vy, vz] = [c[6] - c[0], c[7] - c[1], c[8] - c[2]];
  const [x, y, z] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
  const size = Math.hypot(x, y, z);
  return size === 0 ? [0, 0, 0] : [x / size, y / size, z / size];
}
