/** Numbers per triangle: its three corners, x y z each. */
export const TRIANGLE_STRIDE = 9;

/** One object of a model file: a run of its triangles. */
export interface MeshObject {
  readonly name: string;
  /** Its first triangle, and the one after its last. */
  readonly first: number;
  readonly end: number;
  /** `#rrggbb` that the file gives it; null for none. */
  readonly colour: string | null;
}

/** A surface of triangles, {@link TRIANGLE_STRIDE} numbers each, corners counter-clockwise from outside. */
export interface Mesh {
  readonly corners: Float32Array<ArrayBuffer>;
  readonly objects: readonly MeshObject[];
}

/** The smallest box round something, from and to on each axis. */
export interface MeshBox {
  readonly from: readonly [number, number, number];
  readonly to: readonly [number, number, number];
}

/** Most triangles that are taken: their corners are 576 MB. */
export const MOST_TRIANGLES = 16_000_000;

export function triangleCount({ corners }: Pick<Mesh, 'corners'>): number {
  return corners.length / TRIANGLE_STRIDE;
}

/** The box round all corners; an empty mesh has none. */
export function boxOf({ corners }: Pick<Mesh, 'corners'>): MeshBox | null {
  if (corners.length === 0) return null;
  let [x0, y0, z0, x1, y1, z1] = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];
  for (let i = 0; i < corners.length; i += 3) {
    const x = corners[i];
    const y = corners[i + 1];
    const z = corners[i + 2];
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
    if (z < z0) z0 = z;
    if (z > z1) z1 = z;
  }
  return { from: [x0, y0, z0], to: [x1, y1, z1] };
}

/** How far a box reaches along x, y and z. */
export function sizeOf({ from, to }: MeshBox): readonly [number, number, number] {
  return [to[0] - from[0], to[1] - from[1], to[2] - from[2]];
}

/** Gathers triangles whose number is not known before. */
export class MeshBuilder {
  private numbers = new Float32Array(1 << 16);
  private length = 0;

  get triangles(): number {
    return this.length / TRIANGLE_STRIDE;
  }

  get isFull(): boolean {
    return this.triangles >= MOST_TRIANGLES;
  }

  /** Makes room for so many triangles at once: growing by halves copies what is there. */
  expect(triangles: number): void {
    const wanted = this.length + Math.min(triangles, MOST_TRIANGLES) * TRIANGLE_STRIDE;
    // More than is asked for, where there is something already: thousands of small objects may follow.
    if (wanted > this.numbers.length) this.growTo(Math.max(wanted, this.length * 2));
  }

  private growTo(length: number): void {
    const longer = new Float32Array(length);
    longer.set(this.numbers);
    this.numbers = longer;
  }

  /** Adds one corner; three make a triangle. */
  corner(x: number, y: number, z: number): void {
    if (this.length + 3 > this.numbers.length) this.growTo(this.numbers.length * 2);
    this.numbers[this.length] = x;
    this.numbers[this.length + 1] = y;
    this.numbers[this.length + 2] = z;
    this.length += 3;
  }

  /** What was gathered; a triangle that was begun and not ended is left out. */
  finish(): Float32Array<ArrayBuffer> {
    const whole = this.length - (this.length % TRIANGLE_STRIDE);
    return whole === this.numbers.length ? this.numbers : this.numbers.slice(0, whole);
  }
}
