/** True where slow tests go through all that they were made for: `npm run fuzz` sets it. */
const IS_WHOLE = process.env.LAMELLA_WHOLE === '1';

/** Of what a slow test goes through, the suite takes a tenth. */
const TENTH = 10;

/** How often a slow property is tried: in full, or a tenth of it in the suite. */
export function runs(full: number): number {
  return IS_WHOLE ? full : Math.ceil(full / TENTH);
}

/** How far a slow test goes at a time through a long list: by `step` in full, by ten times that in the suite. */
export function strides(step: number): number {
  return IS_WHOLE ? step : step * TENTH;
}
