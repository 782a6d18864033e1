import { ROUNDING } from '../tolerances';
import { costOf, type Orderable, type Ordered } from './ordering';
import { CheapestPaths } from './cheapestPaths';

/** A group of sections that may be printed in any order among themselves, by filament. */
interface FreeGroup {
  readonly sections: readonly number[];
  /** Its filaments, lowest number first, so that groups of the same ones are alike. */
  readonly filaments: readonly number[];
  /** A given order of its sections; null when it is free. */
  readonly given: readonly number[] | null;
}

/** The cheapest way to have printed all groups so far with a filament loaded. */
interface Loaded {
  readonly filament: number;
  readonly swaps: number;
  readonly purgeMm: number;
  readonly group: FreeGroup;
  /** The filaments of the group in the order in which they are printed; null for its given order. */
  readonly path: readonly number[] | null;
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
  const paths = new CheapestPaths(print.purge);
  let loaded: Loaded[] = [];
  let exact = true;
  for (const group of groupsOf(print, given)) {
    loaded = after(group, loaded, print, paths);
    exact &&= group.given !== null || CheapestPaths.tries(group.filaments.length);
  }
  const orders: (readonly number[])[] = [];
  let best: Loaded | null = cheapest(loaded);
  for (; best; best = best.before) orders.push(orderOf(best, print.filaments));
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
      filaments: [...new Set(sections.map((i) => filaments[i]))].sort((a, b) => a - b),
      given: wanted ? sections.toSorted((a, b) => wanted.indexOf(a) - wanted.indexOf(b)) : null,
    };
  });
}

function after(
  group: FreeGroup,
  before: readonly Loaded[],
  print: Orderable,
  paths: CheapestPaths,
): Loaded[] {
  const { filaments, given } = group;
  const { purge } = print;
  /** The cheapest way to load a filament after what is loaded so far. */
  const loading = (start: number): Pick<Loaded, 'swaps' | 'purgeMm' | 'before'> => {
    let best: Pick<Loaded, 'swaps' | 'purgeMm' | 'before'> | null = null;
    for (const one of before) {
      const swap = one.filament === start ? 0 : 1;
      const swaps = one.swaps + swap;
      const purgeMm = one.purgeMm + (swap ? purge(one.filament, start) : 0);
      if (!best || isCheaper({ swaps, purgeMm }, best)) best = { swaps, purgeMm, before: one };
    }
    return best ?? { swaps: 0, purgeMm: 0, before: null };
  };
  if (given) {
    const last = print.filaments[given[given.length - 1]];
    const [begun, inside] = [loading(print.filaments[given[0]]), costOf(given, print)];
    return [
      {
        filament: last,
        swaps: begun.swaps + inside.swaps,
        purgeMm: begun.purgeMm + inside.purgeMm,
        group,
        path: null,
        before: begun.before,
      },
    ];
  }
  const through = paths.through(filaments);
  const begun = filaments.map(loading);
  return filaments.flatMap((filament, last) => {
    const all = filaments.flatMap((_, first): Loaded[] => {
      const cheapest = through[first][last];
      if (!cheapest) return [];
      return [
        {
          filament,
          swaps: begun[first].swaps + cheapest.path.length - 1,
          purgeMm: begun[first].purgeMm + cheapest.purgeMm,
          group,
          path: cheapest.path,
          before: begun[first].before,
        },
      ];
    });
    return cheapest(all) ?? [];
  });
}

/** The sections of a group in the order in which they are printed. */
function orderOf({ group, path }: Loaded, filaments: readonly number[]): readonly number[] {
  const { sections, given } = group;
  if (path === null) return given ?? sections;
  return path.flatMap((one) => sections.filter((i) => filaments[i] === one));
}

type Cost = Pick<Loaded, 'swaps' | 'purgeMm'>;

function isCheaper(one: Cost, other: Cost): boolean {
  return (one.swaps - other.swaps || one.purgeMm - other.purgeMm) < -ROUNDING;
}

function cheapest(all: readonly Loaded[]): Loaded | null {
  return all.reduce<Loaded | null>((best, one) => {
    return !best || isCheaper(one, best) ? one : best;
  }, null);
}
