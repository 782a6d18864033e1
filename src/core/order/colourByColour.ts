import { costOf, type Orderable, type Ordered } from './ordering';

/** Which sections have to be printed before each one, as places in the list of sections. */
export type Precedence = readonly (readonly number[])[];

/** Loads that are tried before the search keeps only the best. */
const MOST_LOADS = 60_000;
/** Loads that are tried for each number of swaps then: the more filaments, the fewer states are kept. */
const BEAM_LOADS = 4000;

/** A set of printed sections with a filament loaded. */
interface Stage {
  /** Sums over the marks of what is printed: see `marksOf`. */
  readonly sums: readonly [number, number];
  /** Of each section, how many have to be printed before it that are not. */
  readonly missing: Uint16Array;
  /** Of each filament, the sections that could be printed now, rising. */
  readonly ready: readonly (readonly number[])[];
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
  const count = filaments.reduce((most, filament) => Math.max(most, filament + 1), 0);
  const beam = Math.max(1, Math.floor(BEAM_LOADS / count));
  const waiting = waitingOf(precedence);
  const marks = marksOf(total);
  const empty: Stage = {
    sums: [0, 0],
    missing: Uint16Array.from(precedence, (before) => before.length),
    ready: Array.from({ length: count }, (_, filament) =>
      precedence.flatMap((before, i) =>
        before.length === 0 && filaments[i] === filament ? [i] : [],
      ),
    ),
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
    loads += stages.length * count;
    if (loads > MOST_LOADS && stages.length > beam) {
      exact = false;
      stages = stages.toSorted((a, b) => b.count - a.count || a.purgeMm - b.purgeMm).slice(0, beam);
    }
    const next = new Map<string, Stage>();
    for (const stage of stages) {
      for (let filament = 0; filament < count; filament++) {
        if (filament === stage.filament || stage.ready[filament].length === 0) continue;
        const reached = load(stage, filament, filaments, waiting, marks, purge);
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

/** Which sections wait for each one. */
function waitingOf(precedence: Precedence): number[][] {
  const waiting: number[][] = precedence.map(() => []);
  precedence.forEach((before, i) => {
    for (const one of before) waiting[one].push(i);
  });
  return waiting;
}

/** Loads a filament and prints all of it that can be printed, in the order of the file where that can be. */
function load(
  stage: Stage,
  filament: number,
  filaments: readonly number[],
  waiting: readonly (readonly number[])[],
  marks: readonly [Int32Array, Int32Array],
  purge: Orderable['purge'],
): Stage {
  let [one, other] = stage.sums;
  const missing = stage.missing.slice();
  const ready = stage.ready.map((sections) => [...sections]);
  const open = ready[filament];
  const order: number[] = [];
  for (let i = open.shift(); i !== undefined; i = open.shift()) {
    one ^= marks[0][i];
    other ^= marks[1][i];
    order.push(i);
    for (const next of waiting[i]) {
      missing[next]--;
      if (missing[next] === 0) insert(ready[filaments[next]], next);
    }
  }
  const purgeMm = stage.purgeMm + (stage.filament < 0 ? 0 : purge(stage.filament, filament));
  const count = stage.count + order.length;
  return { sums: [one, other], missing, ready, count, filament, purgeMm, order, before: stage };
}

/** Puts a section where it belongs among rising ones. */
function insert(sections: number[], section: number): void {
  let at = sections.length;
  while (at > 0 && sections[at - 1] > section) at--;
  sections.splice(at, 0, section);
}

/** Tells stages apart by 64 bits that depend on which sections are printed, and by the filament. */
function keyOf({ sums, filament }: Stage): string {
  return `${filament} ${sums[0]} ${sums[1]}`;
}

/** Two numbers for each section, by which sums of sets are told apart (Zobrist, 1970). */
function marksOf(count: number): readonly [Int32Array, Int32Array] {
  let state = 0x2545f491;
  const next = (): number => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return state;
  };
  return [Int32Array.from({ length: count }, next), Int32Array.from({ length: count }, next)];
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
