import { TRIANGLE_STRIDE, type Mesh } from './mesh';

/** A way that flat sides of a model look, and how much of them. */
export interface Direction {
  readonly normal: readonly [number, number, number];
  /** Mm². */
  readonly area: number;
}

/** Directions nearer than this are one: a sixtieth of a full turn of the ball. */
const STEPS = 60;

/** The directions in which most of a surface looks, largest first. */
export function directionsOf({ corners: c }: Pick<Mesh, 'corners'>, count: number): Direction[] {
  const sums = new Map<number, [number, number, number]>();
  for (let i = 0; i < c.length; i += TRIANGLE_STRIDE) {
    const ux = c[i + 3] - c[i];
    const uy = c[i + 4] - c[i + 1];
    const uz = c[i + 5] - c[i + 2];
    const vx = c[i + 6] - c[i];
    const vy = c[i + 7] - c[i + 1];
    const vz = c[i + 8] - c[i + 2];
    const x = (uy * vz - uz * vy) / 2;
    const y = (uz * vx - ux * vz) / 2;
    const z = (ux * vy - uy * vx) / 2;
    const size = Math.sqrt(x * x + y * y + z * z);
    if (size === 0) continue;
    const step = (part: number): number => Math.round((part / size) * STEPS) + STEPS;
    const key = (step(x) * 256 + step(y)) * 256 + step(z);
    const sum = sums.get(key);
    if (sum) {
      sum[0] += x;
      sum[1] += y;
      sum[2] += z;
    } else sums.set(key, [x, y, z]);
  }
  return [...sums.values()]
    .map(([x, y, z]): Direction => {
      const area = Math.hypot(x, y, z);
      return { normal: [x / area, y / area, z / area], area };
    })
    .sort((a, b) => b.area - a.area)
    .slice(0, count);
}

/** Where a direction looks, in words: `up`, `to the front`, `to the left and down`. */
export function directionWords([x, y, z]: Direction['normal']): string {
  const parts: [number, string][] = [
    [x, x > 0 ? 'to the right' : 'to the left'],
    [y, y > 0 ? 'to the back' : 'to the front'],
    [z, z > 0 ? 'up' : 'down'],
  ];
  return parts
    .filter(([size]) => Math.abs(size) > 0.2)
    .sort(([a], [b]) => Math.abs(b) - Math.abs(a))
    .map(([, word]) => word)
    .join(' and ');
}
