import { cornerIds } from './corners';

/** Twice the area below which a triangle has none, mm². */
const NO_AREA = 1e-9;

/**
 * Whether a surface is one that every program takes: each edge between exactly two triangles, which go along it
 * in opposite directions, and no triangle without area.
 * @param c corners, nine numbers a triangle, mm.
 */
export function isManifold(c: Float32Array): boolean {
  const { ids, count } = cornerIds(c);
  const edges = new Set<number>();
  for (let i = 0; i < ids.length; i += 3) {
    if (twiceArea(c, i * 3) < NO_AREA) return false;
    for (let k = 0; k < 3; k++) {
      const edge = ids[i + k] * count + ids[i + ((k + 1) % 3)];
      if (edges.has(edge)) return false;
      edges.add(edge);
    }
  }
  for (const edge of edges) {
    if (!edges.has((edge % count) * count + Math.floor(edge / count))) return false;
  }
  return true;
}

function twiceArea(c: Float32Array, i: number): number {
  const [ux, uy, uz] = [c[i + 3] - c[i], c[i + 4] - c[i + 1], c[i + 5] - c[i + 2]];
  const [vx, vy, vz] = [c[i + 6] - c[i], c[i + 7] - c[i + 1], c[i + 8] - c[i + 2]];
  return Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx);
}
