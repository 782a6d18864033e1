import type { Neighbours } from './neighbours';
import type { Standing } from './precedence';

/** What the nozzle touches when a print is printed in an order, and how far it goes down. */
export interface OrderDip {
  /** How much higher the highest thing stands within the nozzle's reach, mm; 0 where it never goes down. */
  readonly dipMm: number;
  /** Neighbours that the cone comes to, the deepest first. */
  readonly touches: readonly Neighbours[];
}

/**
 * Finds where an order goes down between what is higher.
 * @param order sections in the order of printing.
 */
export function dipOf({ neighbours }: Standing, order: readonly number[]): OrderDip {
  const rank = new Map(order.map((section, i) => [section, i]));
  const before = (a: number, b: number): boolean => (rank.get(a) ?? 0) < (rank.get(b) ?? 0);
  const met = neighbours.filter(({ low, high }) => before(high, low));
  return {
    dipMm: met.reduce((most, { rise }) => Math.max(most, rise), 0),
    touches: met
      .filter(({ touchMm, depthMm }) => touchMm > 0 && depthMm > 0)
      .sort((a, b) => b.depthMm - a.depthMm),
  };
}
