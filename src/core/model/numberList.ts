/** What is common to both lists: numbers that come three at a time, and no one knows how many. */
type Numbers = Float64Array<ArrayBuffer> | Uint32Array<ArrayBuffer>;

/** Gathers numbers in threes: a plain array takes several times the memory and time. */
class Triples<T extends Numbers> {
  length = 0;

  constructor(
    private numbers: T,
    private readonly longer: (length: number) => T,
  ) {}

  /** Adds three numbers. */
  add(a: number, b: number, c: number): void {
    const at = this.length;
    if (at + 3 > this.numbers.length) {
      const grown = this.longer(this.numbers.length * 2);
      grown.set(this.numbers);
      this.numbers = grown;
    }
    this.numbers[at] = a;
    this.numbers[at + 1] = b;
    this.numbers[at + 2] = c;
    this.length = at + 3;
  }

  /** What was gathered, in its own memory. Nothing may be added from then on. */
  taken(): T {
    return this.numbers.slice(0, this.length) as T;
  }
}

const FIRST = 3 << 8;

/** Coordinates of vertices. */
export class DoubleList extends Triples<Float64Array<ArrayBuffer>> {
  constructor() {
    super(new Float64Array(FIRST), (length) => new Float64Array(length));
  }
}

/** Places among vertices. */
export class PlaceList extends Triples<Uint32Array<ArrayBuffer>> {
  constructor() {
    super(new Uint32Array(FIRST), (length) => new Uint32Array(length));
  }
}
