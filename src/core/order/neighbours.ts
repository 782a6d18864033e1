/** A section that stands higher than another one, and how near to the way of that one. */
export interface Neighbours {
  /** The section that is printed lower, and the higher one, as places in the list of sections. */
  readonly low: number;
  readonly high: number;
  /** How much higher it stands, mm. */
  readonly rise: number;
  /** From the middle of the nozzle to it, mm: 0 where the lower one prints through it. */
  readonly distance: number;
  /** Of the higher one, the length of outline within the cone's reach, and how deep the cone comes, mm. */
  readonly touchMm: number;
  readonly depthMm: number;
  /** Where the higher one stands nearest, machine mm. */
  readonly at: { readonly x: number; readonly y: number };
}
