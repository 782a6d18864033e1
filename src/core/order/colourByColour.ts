import { costOf, type Orderable, type Ordered } from './ordering';

/** Which sections have to be printed before each one, as places in the list of sections. */
export type Precedence = readonly (readonly number[])[];

/** Loads that are tried before the search keeps only the best. */
const MOST_LOADS = 60_000;
/** Loads that are tried for each number of swaps then: the more filaments, the fewer states are kept. */
const BEAM_LOADS = 4000;

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
 * @param precedence what has to be printed before each section.
 * @returns null when it was given up, or when sections have to come before each other in a circle.
 */
export function colourByColour(
  print: Orderable,
  precedence: Precedence,
  onStage: OnStage = () => true,
): Ordered | null {
  const { filaments, purge } = print;
  const total = filaments.length;
  if (total === 0) return { order: [], swaps: 0, purgeMm: 0, exact: true };
  const sectionsOf = new Map<number, number[]>();
  filaments.forEach((filament, i) => {
    sectionsOf.set(filament, [...(sectionsOf.get(filament) ?? []), i]);
  });
  const beam = Math.max(1, Math.floor(BEAM_LOADS / sectionsOf.size));
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
  let loads = 0;
  const settled = new Set<string>();
  for (;;) {
    loads += stages.length * sectionsOf.size;
    if (loads > MOST_LOADS && stages.length > beam) {
      exact = false;
      stages = stages.toSorted((a, b) => b.count - a.count || a.purgeMm - b.purgeMm).slice(0, beam);
    }
    const next = new Map<string, Stage>();
    for (const stage of stages) {
      for (const [filament, sections] of sectionsOf) {
        if (filament === stage.filament) continue;
        const reached = load(stage, filament, sections, precedence, purge);
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
    if (reached.length === 0) return null;
    const done = cheapest(reached.filter(({ count }) => count === total));
    if (done) {
      const order = orderOf(done);
      return { order, ...costOf(order, print), exact };
    }
    const most = reached.reduce((highest, { count }) => Math.max(highest, count), 0);
    if (!onStage(most, total)) return null;
    for (const key of next.keys()) settled.add(key);
    stages = reached;
  }
}

/** Loads a filament and prints all of it that can be printed; null when there is none. */
function load(
  stage: Stage,
  filament: number,
  sections: readonly number[],
  precedence: Precedence,
  purge: Orderable['purge'],
): Stage | null {
  let printed: Uint8Array | null = null;
  const order: number[] = [];
  // An order laid down by hand may let a section wait for one behind it in the file.
  for (let before = -1; before !== order.length;) {
    before = order.length;
    for (const i of sections) {
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
