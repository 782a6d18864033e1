/** Most filaments whose every order is tried. */
const MOST_TRIED = 10;

/** The cheapest path through a set of filaments from one of them to another. */
export interface FilamentPath {
  readonly path: readonly number[];
  readonly purgeMm: number;
}

/**
 * Cheapest paths through sets of filaments, each filament once, by the filament that begins and the one
 * that ends: exact by dynamic programming over subsets (Held and Karp, 1962) up to ten filaments, by
 * the nearest next one beyond. Sets are asked for again and again, so answers are kept.
 */
export class CheapestPaths {
  private readonly known = new Map<string, readonly (FilamentPath | null)[][]>();

  constructor(private readonly purge: (from: number, to: number) => number) {}

  /** Whether every order of so many filaments is tried. */
  static tries(count: number): boolean {
    return count <= MOST_TRIED;
  }

  /** By the place of the first and of the last filament in `set`; null where both are one of several. */
  through(set: readonly number[]): readonly (FilamentPath | null)[][] {
    const key = set.join(' ');
    let paths = this.known.get(key);
    if (!paths) {
      paths = set.map((_, first) =>
        CheapestPaths.tries(set.length) ? this.tried(set, first) : this.nearest(set, first),
      );
      this.known.set(key, paths);
    }
    return paths;
  }

  private tried(set: readonly number[], first: number): (FilamentPath | null)[] {
    const n = set.length;
    const full = (1 << n) - 1;
    const cost = new Float64Array((full + 1) * n).fill(Infinity);
    const from = new Int8Array((full + 1) * n).fill(-1);
    cost[(1 << first) * n + first] = 0;
    for (let visited = 1 << first; visited <= full; visited++) {
      for (let last = 0; last < n; last++) {
        const so = cost[visited * n + last];
        if (so === Infinity) continue;
        for (let next = 0; next < n; next++) {
          if ((visited & (1 << next)) !== 0) continue;
          const at = (visited | (1 << next)) * n + next;
          const sum = so + this.purge(set[last], set[next]);
          if (sum < cost[at]) {
            cost[at] = sum;
            from[at] = last;
          }
        }
      }
    }
    return set.map((_, last) => {
      if (cost[full * n + last] === Infinity) return null;
      const path: number[] = [];
      for (let at = last, visited = full; at >= 0;) {
        path.push(set[at]);
        const before = from[visited * n + at];
        visited &= ~(1 << at);
        at = before;
      }
      return { path: path.reverse(), purgeMm: cost[full * n + last] };
    });
  }

  private nearest(set: readonly number[], first: number): (FilamentPath | null)[] {
    return set.map((end, last) => {
      if (last === first) return set.length === 1 ? { path: [end], purgeMm: 0 } : null;
      const left = new Set(set);
      left.delete(end);
      const path: number[] = [];
      let purgeMm = 0;
      for (let at = set.at(first); at !== undefined;) {
        left.delete(at);
        path.push(at);
        const here: number = at;
        at = [...left].toSorted((a, b) => this.purge(here, a) - this.purge(here, b)).at(0);
        purgeMm += this.purge(here, at ?? end);
      }
      return { path: [...path, end], purgeMm };
    });
  }
}
