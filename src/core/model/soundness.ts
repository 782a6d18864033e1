import { mixed, unsigned } from './corners';
import { TRIANGLE_STRIDE, type Mesh } from './mesh';

/** How a surface is made up. */
export interface Soundness {
  /** True where every edge meets another one. */
  readonly isClosed: boolean;
  /** True where neighbours wind the same way. */
  readonly isOriented: boolean;
  /** Volume inside, in cubed units of the mesh; below 0 where it is inside out. */
  readonly volume: number;
}

/**
 * Looks whether a surface is closed, without keeping its edges. Every directed edge adds a number made of
 * its two ends to a sum: in a closed surface each meets its reverse, which adds the opposite. A number that
 * is the same both ways goes into an exclusive or, which is zero where every edge is there an even number of
 * times. Two of 32 bits each: one in 10^18 surfaces that are open would pass.
 */
export function soundnessOf({ corners }: Pick<Mesh, 'corners'>): Soundness {
  const bits = new Uint32Array(corners.buffer, corners.byteOffset, corners.length);
  const ends = new Uint32Array(6);
  let [oneWay, otherWay, bothOne, bothOther] = [0, 0, 0, 0];
  for (let i = 0; i < corners.length; i += TRIANGLE_STRIDE) {
    for (let k = 0; k < 3; k++) {
      const at = i + 3 * k;
      const [x, y, z] = [unsigned(bits[at]), unsigned(bits[at + 1]), unsigned(bits[at + 2])];
      ends[k] = mixed(mixed(mixed(0x9e37, x), y), z);
      ends[k + 3] = mixed(mixed(mixed(0x51ed, z), x), y);
    }
    for (let k = 0; k < 3; k++) {
      const next = k === 2 ? 0 : k + 1;
      const [a, b, c, d] = [ends[k], ends[next], ends[k + 3], ends[next + 3]];
      if (a === b && c === d) continue;
      oneWay = (oneWay + mixed(a, b) - mixed(b, a)) | 0;
      otherWay = (otherWay + mixed(c, d) - mixed(d, c)) | 0;
      bothOne ^= mixed(Math.min(a, b), Math.max(a, b));
      bothOther ^= mixed(Math.min(c, d), Math.max(c, d));
    }
  }
  const isClosed = bothOne === 0 && bothOther === 0;
  return {
    isClosed,
    isOriented: isClosed && oneWay === 0 && otherWay === 0,
    volume: volumeOf({ corners }),
  };
}

/** Volume inside a surface, in cubed units of the mesh; below 0 where it is inside out. */
export function volumeOf({ corners }: Pick<Mesh, 'corners'>): number {
  let volume = 0;
  for (let i = 0; i < corners.length; i += TRIANGLE_STRIDE) volume += sixfoldVolume(corners, i);
  return volume / 6;
}

/** Six times the volume between a triangle and the origin, with the sign of its winding. */
export function sixfoldVolume(c: Float32Array, i: number): number {
  return (
    c[i] * (c[i + 4] * c[i + 8] - c[i + 5] * c[i + 7]) +
    c[i + 1] * (c[i + 5] * c[i + 6] - c[i + 3] * c[i + 8]) +
    c[i + 2] * (c[i + 3] * c[i + 7] - c[i + 4] * c[i + 6])
  );
}
