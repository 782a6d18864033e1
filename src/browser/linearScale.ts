import { ticks } from 'd3-array';

/** A straight way from values to places and back. */
export interface LinearScale {
  (value: number): number;
  readonly invert: (place: number) => number;
  /** Round values between the ends, about `count` of them. */
  readonly ticks: (count: number) => number[];
}

/** Takes `from` to `to` evenly: the first value to the first place, the second to the second. */
export function linearScale(
  [first, last]: readonly [number, number],
  [start, end]: readonly [number, number],
): LinearScale {
  const slope = (end - start) / (last - first);
  return Object.assign((value: number) => start + (value - first) * slope, {
    invert: (place: number) => first + (place - start) / slope,
    ticks: (count: number) => ticks(first, last, count),
  });
}
