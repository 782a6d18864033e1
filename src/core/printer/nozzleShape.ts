import type { LevelBox } from '../geometry/footprint';

/** One box of the head, seen from the nozzle's axis, mm: duct, carriage, or a gantry that reaches across the bed. */
export interface HeadBox extends LevelBox {
  readonly name: string;
  /** Its underside above the nozzle's end, mm. */
  readonly heightMm: number;
}

/** What of a printer decides how far a nozzle may go down beside what is higher. */
export interface NozzleShape {
  /** Width of the flat at the nozzle's end, mm. */
  readonly tipMm: number;
  /** Angle of its cone from the axis, degrees. */
  readonly coneDegrees: number;
  /** Nothing higher than `heightMm` above the nozzle's end may stand within `radiusMm` of it. */
  readonly headClearance: { readonly radiusMm: number; readonly heightMm: number };
  /** The head as boxes, which then count in place of the clearance round it; empty while nobody has measured them. */
  readonly head: readonly HeadBox[];
}

/** So far does a part that crosses the whole bed reach, mm. */
export const ACROSS_MM = 2000;

/** From this height above its end on, something stands against the head and not against the nozzle, mm. */
export function headHeight({
  head,
  headClearance,
}: Pick<NozzleShape, 'head' | 'headClearance'>): number {
  return head.length === 0
    ? headClearance.heightMm
    : head.reduce((least, { heightMm }) => Math.min(least, heightMm), Infinity);
}

/** The parts of the head that come down to a height above the nozzle's end: their boxes; the clearance as a square. */
export function headAt(
  { head, headClearance }: Pick<NozzleShape, 'head' | 'headClearance'>,
  rise: number,
): readonly LevelBox[] {
  if (head.length > 0) return head.filter(({ heightMm }) => heightMm < rise);
  const { radiusMm: r, heightMm } = headClearance;
  return heightMm < rise ? [{ minX: -r, maxX: r, minY: -r, maxY: r }] : [];
}

/**
 * Whether the head comes to a box that stands `rise` mm above the nozzle's end, while the nozzle is anywhere in another
 * one. Boxes seen from above, mm.
 */
export function headComesTo(
  nozzle: Pick<NozzleShape, 'head' | 'headClearance'>,
  low: LevelBox,
  high: LevelBox,
  rise: number,
): boolean {
  if (nozzle.head.length === 0) {
    const { radiusMm, heightMm } = nozzle.headClearance;
    return rise > heightMm && between(low, high) < radiusMm;
  }
  return headAt(nozzle, rise).some(
    (part) =>
      low.minX + part.minX < high.maxX &&
      low.maxX + part.maxX > high.minX &&
      low.minY + part.minY < high.maxY &&
      low.maxY + part.maxY > high.minY,
  );
}

/** How far two boxes are from one another, mm. */
function between(a: LevelBox, b: LevelBox): number {
  const dx = Math.max(0, a.minX - b.maxX, b.minX - a.maxX);
  const dy = Math.max(0, a.minY - b.maxY, b.minY - a.maxY);
  return Math.hypot(dx, dy);
}

/** An ordinary nozzle, and an ordinary fan duct round it. */
export const ORDINARY_NOZZLE: NozzleShape = {
  tipMm: 1,
  coneDegrees: 45,
  headClearance: { radiusMm: 25, heightMm: 3 },
  head: [],
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
