/** What of a printer decides how far a nozzle may go down beside what is higher. */
export interface NozzleShape {
  /** Width of the flat at the nozzle's end, mm. */
  readonly tipMm: number;
  /** Angle of its cone from the axis, degrees. */
  readonly coneDegrees: number;
  /** Nothing higher than `heightMm` above the nozzle's end may stand within `radiusMm` of it. */
  readonly headClearance: { readonly radiusMm: number; readonly heightMm: number };
}

/** An ordinary nozzle, and an ordinary fan duct round it. */
export const ORDINARY_NOZZLE: NozzleShape = {
  tipMm: 1,
  coneDegrees: 45,
  headClearance: { radiusMm: 25, heightMm: 3 },
};

/** Radius of the nozzle at a height above its end, mm. */
export function nozzleRadius(
  { tipMm, coneDegrees }: Pick<NozzleShape, 'tipMm' | 'coneDegrees'>,
  height: number,
): number {
  return tipMm / 2 + Math.max(0, height) * Math.tan((coneDegrees * Math.PI) / 180);
}

/** Distance from all that is ever printed within which a waiting nozzle drips onto it, mm. */
export const PARK_DISTANCE = 2;

/** A prime line or a first layer is flat: the head passes over it, and homing beside it touches nothing, mm. */
export const FLAT_MM = 0.5;
