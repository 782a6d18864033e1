/** A number that is learned: what to reckon with, how far it may be off, and from how many runs. */
export interface Estimate {
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly runs: number;
}

/** What is reckoned with while nothing was seen, and how far off that may be (one standard deviation). */
export interface Model {
  readonly value: number;
  readonly spread: number;
}

/** The middle of some numbers; the mean of the middle two of an even count. NaN for none. */
export function median(values: readonly number[]): number {
  if (values.length === 1) return values[0];
  const sorted = Float64Array.from(values).sort();
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
}

/**
 * Standard deviation of some numbers from their median absolute deviation: 1.4826 × MAD, which is the
 * standard deviation of a normal distribution (Rousseeuw and Croux, 1993) and hardly moved by outliers.
 */
export function robustSpread(values: readonly number[]): number {
  const middle = median(values);
  return 1.4826 * median(values.map((one) => Math.abs(one - middle)));
}

/** So many runs weigh as much as the model in what a single one is thought to be off. */
const SPREAD_RUNS = 2;

/**
 * Draws what was seen and what the model says together: the mean of a normal prior (the model) and of a
 * normal likelihood (the median of what was seen), each weighted by one over its variance, as in any text
 * on Bayesian estimation of a normal mean. The variance of a single run is itself drawn towards the
 * model's, by as much as `SPREAD_RUNS` runs.
 *
 * Without anything seen it is the model exactly. More runs of the same kind narrow the range. One of
 * many that is far off moves the median to its neighbour at most.
 */
export function estimate(seen: readonly number[], { value, spread }: Model): Estimate {
  const n = seen.length;
  if (n === 0) return { value, low: value - spread, high: value + spread, runs: 0 };
  const prior = spread ** 2;
  const single = (SPREAD_RUNS * prior + n * robustSpread(seen) ** 2) / (SPREAD_RUNS + n);
  const [model, data] = [1 / prior, n / single];
  const drawn = (model * value + data * median(seen)) / (model + data);
  const off = 1 / Math.sqrt(model + data);
  return { value: drawn, low: drawn - off, high: drawn + off, runs: n };
}
