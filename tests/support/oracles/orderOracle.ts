import type { Orderable } from '../../../src/core/order/ordering';

/** Every order of a small print's sections that `holds` lets be. */
export function everyOrder(
  { layers }: Orderable,
  holds: (order: readonly number[]) => boolean,
): number[][] {
  const all: number[][] = [];
  const grow = (order: readonly number[], left: readonly number[]): void => {
    if (left.length === 0) {
      if (holds(order)) all.push([...order]);
      return;
    }
    for (const next of left) {
      grow(
        [...order, next],
        left.filter((one) => one !== next),
      );
    }
  };
  grow(
    [],
    layers.map((_, i) => i),
  );
  return all;
}

/** The fewest swaps of all orders, and the least purge among those that have so few, counted by hand. */
export function cheapestOf(
  { filaments, purge }: Orderable,
  orders: readonly (readonly number[])[],
): { swaps: number; purgeMm: number } {
  let best = { swaps: Infinity, purgeMm: Infinity };
  for (const order of orders) {
    let [swaps, purgeMm] = [0, 0];
    let loaded = filaments[order[0]];
    for (const section of order) {
      if (filaments[section] === loaded) continue;
      swaps++;
      purgeMm += purge(loaded, filaments[section]);
      loaded = filaments[section];
    }
    if (swaps < best.swaps || (swaps === best.swaps && purgeMm < best.purgeMm)) {
      best = { swaps, purgeMm };
    }
  }
  return best;
}
