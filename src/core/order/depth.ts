import type { Standing } from './precedence';

/** What an order asks of the nozzle, and what is wrong with it. */
export interface Depth {
  /** How far the nozzle goes down between what is printed by then, mm. */
  readonly dipMm: number;
  /** A section that would be printed before one that it lies on. */
  readonly early: { readonly section: number; readonly below: number } | null;
  /** A section at which the head would come against a higher one. */
  readonly hit: { readonly low: number; readonly high: number } | null;
}

/**
 * Looks at an order from outside, whoever made it.
 * @param order sections in the order of printing; those that are left out are not in it.
 * @param mostRise how much higher what stands near the head may be, mm.
 */
export function depthOf(
  order: readonly number[],
  { liesOn, neighbours }: Standing,
  mostRise: number,
): Depth {
  const rank = new Map(order.map((section, i) => [section, i]));
  const comesBefore = (a: number, b: number): boolean => {
    const [first, second] = [rank.get(a), rank.get(b)];
    return first !== undefined && second !== undefined && first < second;
  };
  const early = order.flatMap((section) => {
    const below = liesOn[section].find((one) => comesBefore(section, one));
    return below === undefined ? [] : [{ section, below }];
  });
  const deep = neighbours.filter(({ low, high }) => comesBefore(high, low));
  return {
    dipMm: deep.reduce((most, { rise }) => Math.max(most, rise), 0),
    early: early[0] ?? null,
    hit: deep.find(({ rise }) => rise > mostRise) ?? null,
  };
}
