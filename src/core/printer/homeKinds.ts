import type { LevelBox } from '../geometry/footprint';

/** Which end of an axis has the switch. */
export type AxisEnd = 'low' | 'high';
/** Where Z is homed: where X and Y are, over the middle of the bed, over a place of its own, or upwards, away from the bed. */
export const Z_HOMES = ['corner', 'middle', 'place', 'top'] as const;
export type ZHome = (typeof Z_HOMES)[number];

/** Where a printer homes, and what it probes. Lengths in mm. */
export interface Homing {
  readonly x: AxisEnd;
  readonly y: AxisEnd;
  readonly z: ZHome;
  /** The place of its own, where Z is homed at one. */
  readonly place: { readonly x: number; readonly y: number } | null;
  /** Where the probe is, seen from the nozzle; null where the nozzle or a switch finds the bed. */
  readonly probe: { readonly dx: number; readonly dy: number } | null;
  /** What it probes of the bed before a print; null where it does not. */
  readonly area: LevelBox | null;
}

/** What a person most often has to change nothing of. */
export const USUAL_HOMING: Homing = {
  x: 'low',
  y: 'low',
  z: 'corner',
  place: null,
  probe: null,
  area: null,
};
