import type { SlicedFile } from '../read/slicedFile';
import { colourByColour, type OnStage, type Precedence } from './colourByColour';
import { fewestSwaps } from './fewestSwaps';
import { asSliced, type Order, type Orderable, type Ordered } from './ordering';
import { precedenceFor, type Standing } from './precedence';

/** A print whose sections are to be put in order. */
export interface OrderInputs {
  readonly reading: Pick<SlicedFile, 'sections'>;
  /** Filament of each section, by any name that tells filaments apart. */
  readonly filaments: readonly string[];
  /** Sections that are printed in their place. */
  readonly fixed: ReadonlySet<number>;
  /** The orders of single layers that the person has laid down: all sections of the layer, by their places. */
  readonly given: ReadonlyMap<number, readonly number[]>;
  /** What lies on what; needed for colour by colour only. */
  readonly standing: Standing | null;
  readonly purge: (from: string, to: string) => number;
}

/** Puts the sections of a print in order; null when it was given up, or when it is not known what lies on what. */
export function orderSections(
  order: Order,
  dipMm: number,
  inputs: OrderInputs,
  onStage?: OnStage,
): Ordered | null {
  if (order === 'as-sliced' && inputs.given.size === 0) return asSliced(orderableOf(inputs));
  const { sections } = inputs.reading;
  // Sections of several files stand in the order of the files; layers of one height belong together.
  const byLayer = sections.map((_, i) => i).sort((a, b) => sections[a].layer - sections[b].layer);
  if (byLayer.every((section, i) => section === i)) {
    return orderRising(order, dipMm, inputs, onStage);
  }
  const ordered = orderRising(order, dipMm, risingInputs(inputs, byLayer), onStage);
  return ordered && { ...ordered, order: ordered.order.map((i) => byLayer[i]) };
}

/** The same inputs with the sections in another order, in which their layers rise. */
function risingInputs(inputs: OrderInputs, byLayer: readonly number[]): OrderInputs {
  const placeOf = new Map(byLayer.map((section, i) => [section, i]));
  const moved = (sections: readonly number[]): number[] => sections.map((i) => placeOf.get(i)!);
  const { reading, filaments, fixed, given, standing } = inputs;
  return {
    ...inputs,
    reading: { sections: byLayer.map((i) => reading.sections[i]) },
    filaments: byLayer.map((i) => filaments[i]),
    fixed: new Set(moved([...fixed])),
    given: new Map([...given].map(([layer, sections]) => [layer, moved(sections)])),
    standing: standing && {
      liesOn: byLayer.map((i) => moved(standing.liesOn[i])),
      neighbours: standing.neighbours.map((one) => {
        const [low, high] = moved([one.low, one.high]);
        return { ...one, low, high };
      }),
    },
  };
}

/** Orders of a print whose layers rise from section to section. */
function orderRising(
  order: Order,
  dipMm: number,
  inputs: OrderInputs,
  onStage?: OnStage,
): Ordered | null {
  const print = orderableOf(inputs);
  switch (order) {
    case 'as-sliced':
      return withGiven(print, inputs.given);
    case 'fewest-swaps':
      return orHeldBack(print, (one) => fewestSwaps(one, inputs.given));
    case 'colour-by-colour': {
      if (!inputs.standing) return null;
      const free = precedenceFor(inputs.standing, dipMm);
      return orHeldBack(print, (one) =>
        colourByColour(one, withBarriers(free, one, inputs.given), onStage),
      );
    }
  }
}

/** An order, which is not the best where what stays in its place costs swaps. */
function orHeldBack(print: Orderable, order: (print: Orderable) => Ordered | null): Ordered | null {
  const made = order(print);
  if (!made || print.fixed.size === 0) return made;
  const free = order({ ...print, fixed: new Set() });
  return { ...made, exact: made.exact && free !== null && free.swaps >= made.swaps };
}

function orderableOf({ reading, filaments, fixed, purge }: OrderInputs): Orderable {
  const names = [...new Set(filaments)];
  const numberOf = new Map(names.map((name, i) => [name, i]));
  return {
    layers: reading.sections.map(({ layer }) => layer),
    filaments: filaments.map((name) => numberOf.get(name)!),
    fixed,
    purge: (from, to) => purge(names[from], names[to]),
  };
}

/** The order of the file, but for the layers that have been laid down. */
function withGiven(print: Orderable, given: ReadonlyMap<number, readonly number[]>): Ordered {
  const all = print.layers.map((_, i) => i);
  const pinned: Orderable = { ...print, fixed: new Set([...all, ...print.fixed]) };
  const free = all.filter((i) => given.has(print.layers[i]));
  for (const i of free) (pinned.fixed as Set<number>).delete(i);
  return fewestSwaps(pinned, given);
}

/** What stays in its place has everything before it before, and everything behind it behind. */
function withBarriers(
  precedence: Precedence,
  { layers, fixed }: Orderable,
  given: ReadonlyMap<number, readonly number[]>,
): number[][] {
  const all = precedence.map((before) => new Set(before));
  const behind = (first: number, end: number): void => {
    for (let i = 0; i < first; i++) all[first].add(i);
    for (let i = end; i < all.length; i++) all[i].add(end - 1);
  };
  for (const i of fixed) behind(i, i + 1);
  for (const [layer, order] of given) {
    const first = layers.findIndex((one) => one === layer);
    if (first < 0) continue;
    const end = first + order.length;
    order.forEach((i, k) => {
      if (k > 0) all[i].add(order[k - 1]);
      else for (let before = 0; before < first; before++) all[i].add(before);
    });
    for (let i = end; i < all.length; i++) all[i].add(order[order.length - 1]);
  }
  return all.map((before) => [...before]);
}
