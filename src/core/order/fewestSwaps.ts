import { costOf, type Orderable, type Ordered } from './ordering';
import { CheapestWays } from './ways';

/** A group of sections that may be printed in any order among themselves, by filament. */
interface FreeGroup {
  readonly sections: readonly number[];
  /** The filaments in the order in which they first come in the file. */
  readonly filaments: readonly number[];
  /** A given order of its sections; null when it is free. */
  readonly given: readonly number[] | null;
}

/** The cheapest way to have printed all groups so far with a filament loaded. */
interface Loaded {
  readonly filament: number;
  readonly swaps: number;
  readonly purgeMm: number;
  readonly order: readonly number[];
  readonly before: Loaded | null;
}

/**
 * The order with the fewest swaps when layers are printed one after another, each in any order inside; of
 * those the one that purges least. Exact: what matters of a layer is only with which filament it begins and
 * ends. The purge is exact up to ten filaments in a layer, the number of swaps always.
 * @param given the orders of layers that the person has laid down, by layer number.
 */
export function fewestSwaps(
  print: Orderable,
  given: ReadonlyMap<number, readonly number[]> = new Map(),
): Ordered {
  const ways = new CheapestWays(print.purge);
  let loaded: Loaded[] = [];
  let exact = true;
  for (const group of groupsOf(print, given)) {
    loaded = after(group, loaded, print, ways);
    exact &&= group.given !== null || CheapestWays.tries(group.filaments.length);
  }
  const orders: (readonly number[])[] = [];
  let best: Loaded | null = cheapest(loaded);
  for (; best; best = best.before) orders.push(best.order);
  const order = orders.reverse().flat();
  return { order, ...costOf(order, print), exact };
}

/** Layers, cut before and behind each section that stays in its place. */
function groupsOf(
  { layers, filaments, fixed }: Orderable,
  given: ReadonlyMap<number, readonly number[]>,
): FreeGroup[] {
  const groups: number[][] = [];
  for (const [i, layer] of layers.entries()) {
    const group = groups.at(-1);
    const last = group?.at(-1);
    const apart = fixed.has(i) || (last !== undefined && fixed.has(last));
    if (group && last !== undefined && layers[last] === layer && !apart) group.push(i);
    else groups.push([i]);
  }
  return groups.map((sections) => {
    const wanted = given.get(layers[sections[0]]);
    return {
      sections,
      filaments: [...new Set(sections.map((i) => filaments[i]))],
      given: wanted ? sections.toSorted((a, b) => wanted.indexOf(a) - wanted.indexOf(b)) : null,
    };
  });
}

function after(
  group: FreeGroup,
  before: readonly Loaded[],
  print: Orderable,
  ways: CheapestWays,
): Loaded[] {
  const { filaments, sections, given } = group;
  const { purge } = print;
  const join = (start: number, add: Omit<Loaded, 'before'>): Loaded => {
    const all = before.map((one): Loaded => {
      const swap = one.filament === start ? 0 : 1;
      return {
        ...add,
        swaps: one.swaps + swap + add.swaps,
        purgeMm: one.purgeMm + add.purgeMm + (swap ? purge(one.filament, start) : 0),
        before: one,
      };
    });
    return cheapest(all) ?? { ...add, before: null };
  };
  if (given) {
    const last = print.filaments[given[given.length - 1]];
    return [
      join(print.filaments[given[0]], { filament: last, order: given, ...costOf(given, print) }),
    ];
  }
  const through = ways.through(filaments);
  return filaments.flatMap((filament, last) => {
    const all = filaments.flatMap((start, first) => {
      const way = through[first][last];
      if (!way) return [];
      const order = way.path.flatMap((one) => sections.filter((i) => print.filaments[i] === one));
      const swaps = way.path.length - 1;
      return [join(start, { filament, swaps, purgeMm: way.purgeMm, order })];
    });
    return cheapest(all) ?? [];
  });
}

function cheapest(all: readonly Loaded[]): Loaded | null {
  return all.reduce<Loaded | null>((best, one) => {
    if (!best) return one;
    const fewer = one.swaps - best.swaps || one.purgeMm - best.purgeMm;
    return fewer < -1e-9 ? one : best;
  }, null);
}
