import { costOf, type Orderable, type Ordered } from './ordering';

/** Which sections have to be printed before each one, as places in the list of sections. */
export type Precedence = readonly (readonly number[])[];

/** States that are looked at before the search keeps only the best. */
const MOST_STATES = 60_000;
/** How many it keeps of each number of swaps then. */
const BEAM = 400;

/** A set of printed sections with a filament loaded. */
interface Stage {
  readonly printed: Uint8Array;
  readonly count: number;
  readonly filament: number;
  readonly purgeMm: number;
  readonly order: readonly number[];
  readonly before: Stage | null;
}

/** How a search goes on; returns false to give up. */
export type OnStage = (printed: number, of: number) => boolean;

/**
 * The order with the fewest swaps when a filament may run ahead of the others, as long as what has to come
 * before each section does; of those the one that purges least. With a filament loaded, all of it that can
 * be printed is: waiting with a section never saves a swap, since printing it closes no way to another. So
 * the search goes from swap to swap, exact while its states are few, by a beam beyond.
 * @param precedence what has to be printed before each section, without circles.
 * @returns null when it was given up.
 */
export function colourByColour(
  print: Orderable,
  precedence: Precedence,
  onStage: OnStage = () => true,
): Ordered | null {
  const { filaments, purge } = print;
  const total = filaments.length;
  if (total === 0) return { order: [], swaps: 0, purgeMm: 0, exact: true };
  const all = [...new Set(filaments)];
  const empty: Stage = {
    printed: new Uint8Array(total),
    count: 0,
    filament: -1,
    purgeMm: 0,
    order: [],
    before: null,
  };
  let stages: Stage[] = [empty];
  let exact = true;
  let seen = 0;
  const settled = new Set<string>();
  for (;;) {
    const next = new Map<string, Stage>();
    for (const stage of stages) {
      for (const filament of all) {
        if (filament === stage.filament) continue;
        const reached = load(stage, filament, print, precedence, purge);
        if (!reached) continue;
        const key = keyOf(reached);
        const known = next.get(key);
        if (known && known.purgeMm <= reached.purgeMm) continue;
        // Reached with fewer swaps before; more of them can only be worse.
        if (settled.has(key)) continue;
        next.set(key, reached);
      }
    }
    const reached = [...next.values()];
    const done = cheapest(reached.filter(({ count }) => count === total));
    if (done) {
      const order = orderOf(done);
      return { order, ...costOf(order, print), exact };
    }
    seen += reached.length;
    if (!onStage(Math.max(...reached.map(({ count }) => count)), total)) return null;
    for (const key of next.keys()) settled.add(key);
    stages = reached;
    if (seen > MOST_STATES && stages.length > BEAM) {
      exact = false;
      stages = stages.toSorted((a, b) => b.count - a.count || a.purgeMm - b.purgeMm).slice(0, BEAM);
    }
  }
}

/** Loads a filament and prints all of it that can be printed; null when there is none. */
function load(
  stage: Stage,
  filament: number,
  { filaments }: Orderable,
  precedence: Precedence,
  purge: Orderable['purge'],
): Stage | null {
  let printed: Uint8Array | null = null;
  const order: number[] = [];
  // An order laid down by hand may let a section wait for one behind it in the file.
  for (let before = -1; before !== order.length;) {
    before = order.length;
    for (let i = 0; i < filaments.length; i++) {
      if (filaments[i] !== filament) continue;
      const so: Uint8Array = printed ?? stage.printed;
      if (so[i] || !precedence[i].every((one) => so[one])) continue;
      printed ??= stage.printed.slice();
      printed[i] = 1;
      order.push(i);
    }
  }
  if (!printed) return null;
  const purgeMm = stage.purgeMm + (stage.filament < 0 ? 0 : purge(stage.filament, filament));
  return { printed, count: stage.count + order.length, filament, purgeMm, order, before: stage };
}

function keyOf({ printed, filament }: Stage): string {
  return `${filament} ${String.fromCharCode(...packed(printed))}`;
}

function packed(flags: Uint8Array): Uint16Array {
  const words = new Uint16Array((flags.length + 15) >> 4);
  for (let i = 0; i < flags.length; i++) words[i >> 4] |= flags[i] << (i & 15);
  return words;
}

function cheapest(stages: readonly Stage[]): Stage | null {
  return stages.reduce<Stage | null>(
    (best, one) => (best && best.purgeMm <= one.purgeMm ? best : one),
    null,
  );
}

function orderOf(last: Stage): number[] {
  const orders: (readonly number[])[] = [];
  for (let stage: Stage | null = last; stage; stage = stage.before) orders.push(stage.order);
  return orders.reverse().flat();
}
