import type { LevelBox } from '../geometry/footprint';
import { USUAL_HOMING } from './homeKinds';
import { FLAT_MM, headAt, headHeight, nozzleRadius } from './nozzleShape';
import { reachOf, type BedPoint, type Printer } from './printer';

type Homed = Pick<Printer, 'homing' | 'bed' | 'volume'>;

/** Where the nozzle is when X and Y are homed. */
export function homeCorner(printer: Homed): BedPoint {
  const { minX, maxX, minY, maxY } = reachOf(printer);
  const { x, y } = printer.homing ?? USUAL_HOMING;
  return { x: x === 'low' ? minX : maxX, y: y === 'low' ? minY : maxY };
}

/** Where something comes down to the bed: the nozzle, and the probe where there is one. */
export interface HomingSpots {
  readonly nozzle: BedPoint;
  readonly probe: BedPoint | null;
}

/**
 * Where something comes down to the bed when all axes are homed; null for a printer that homes Z upwards. Where nobody
 * has said how it homes, it is taken to be at X 0 Y 0, as most are.
 */
export function homingSpots(printer: Homed): HomingSpots | null {
  const { homing } = printer;
  if (homing === null) return { nozzle: { x: 0, y: 0 }, probe: null };
  if (homing.z === 'top') return null;
  const { minX, maxX, minY, maxY } = reachOf(printer);
  const middle = { x: (minX + maxX) / 2, y: (minY + maxY) / 2 };
  const corner = homeCorner(printer);
  // What finds the bed is led over the place: the probe, or the nozzle.
  const { probe } = homing;
  if (homing.z === 'corner') {
    return { nozzle: corner, probe: probe && { x: corner.x + probe.dx, y: corner.y + probe.dy } };
  }
  const at = homing.z === 'middle' ? middle : (homing.place ?? middle);
  return probe
    ? { nozzle: { x: at.x - probe.dx, y: at.y - probe.dy }, probe: at }
    : { nozzle: at, probe: null };
}

/** Which axes a line of homing names. */
interface HomedAxes {
  readonly x: boolean;
  readonly y: boolean;
  readonly z: boolean;
}

/** Where the nozzle is after homing some axes, from where it was; machine mm. Only a profile that says how can tell. */
export function afterHoming(
  from: BedPoint & { readonly z: number },
  axes: HomedAxes,
  printer: Homed,
): BedPoint & { readonly z: number } {
  const corner = homeCorner(printer);
  const at = { x: axes.x ? corner.x : from.x, y: axes.y ? corner.y : from.y };
  if (!axes.z) return { ...at, z: from.z };
  const spots = homingSpots(printer);
  if (spots === null) return { ...at, z: reachOf(printer).maxZ };
  // Where Z is homed at a place of its own, the head is led there.
  return printer.homing?.z === 'corner' ? { ...at, z: 0 } : { ...spots.nozzle, z: 0 };
}

/** What tells where something stands. */
export interface Standing {
  /** Whether anything higher than `above` mm stands within `radius` mm of a place. */
  readonly near: (at: BedPoint, radius: number, above: number) => boolean;
  /** Whether anything higher than `above` mm stands in a box. */
  readonly inside: (box: LevelBox, above: number) => boolean;
}

/** The same of what is ever printed. */
export function standingOf(heights: {
  everNear: (at: BedPoint, radius: number, above: number) => boolean;
  everIn: (box: LevelBox, above: number) => boolean;
}): Standing {
  return {
    near: (at, radius, above) => heights.everNear(at, radius, above),
    inside: (box, above) => heights.everIn(box, above),
  };
}

/** The same of what is printed so far. */
export function standingIn(map: {
  anyWithin: (x: number, y: number, radius: number, above: number) => boolean;
  anyIn: (box: LevelBox, above: number) => boolean;
}): Standing {
  return {
    near: ({ x, y }, radius, above) => map.anyWithin(x, y, radius, above),
    inside: (box, above) => map.anyIn(box, above),
  };
}

/** A probe is a pin or a plate about as wide, mm. */
const PROBE_RADIUS = 6;

const moved = (box: LevelBox, { x, y }: BedPoint): LevelBox => ({
  minX: box.minX + x,
  maxX: box.maxX + x,
  minY: box.minY + y,
  maxY: box.maxY + y,
});

/** Where the printer would come down onto something when it homes all axes; null where it is free. */
export function homesInto(
  printer: Homed & Pick<Printer, 'nozzle'>,
  standing: Standing,
): BedPoint | null {
  const spots = homingSpots(printer);
  if (spots === null) return null;
  return comesDownOnto(spots.nozzle, printer, standing)
    ? spots.nozzle
    : probeHits(spots.probe, standing);
}

function comesDownOnto(
  at: BedPoint,
  { nozzle }: Pick<Printer, 'nozzle'>,
  standing: Standing,
): boolean {
  if (nozzle.head.length === 0) return standing.near(at, nozzle.headClearance.radiusMm, FLAT_MM);
  return (
    standing.near(at, nozzleRadius(nozzle, headHeight(nozzle)), FLAT_MM) ||
    nozzle.head.some((box) => standing.inside(moved(box, at), Math.max(FLAT_MM, box.heightMm)))
  );
}

function probeHits(probe: BedPoint | null, standing: Standing): BedPoint | null {
  return probe !== null && standing.near(probe, PROBE_RADIUS, FLAT_MM) ? probe : null;
}

/** Whether anything stands where a printer probes the bed; null where nobody has said what it probes. */
export function probesInto(
  { homing }: Pick<Printer, 'homing'>,
  standing: Standing,
): boolean | null {
  if (!homing?.area) return null;
  const { minX, maxX, minY, maxY } = homing.area;
  const more = PROBE_RADIUS;
  return standing.inside(
    { minX: minX - more, maxX: maxX + more, minY: minY - more, maxY: maxY + more },
    FLAT_MM,
  );
}

/** Room between a part that was moved and what comes down, mm. */
const SPARE = 2;

/**
 * Where to move a part so that all axes can be homed beside it, in words: the shortest of four ways that keeps it on
 * the bed; empty where it is free already. A part in its box, as high as given, mm.
 */
export function whereToMove(
  part: LevelBox,
  topMm: number,
  printer: Homed & Pick<Printer, 'nozzle'>,
): string {
  const spots = homingSpots(printer);
  if (spots === null) return '';
  const reach = reachOf(printer);
  const around = (at: BedPoint, r: number): LevelBox =>
    moved({ minX: -r, maxX: r, minY: -r, maxY: r }, at);
  const boxes = [
    around(spots.nozzle, nozzleRadius(printer.nozzle, Math.min(topMm, headHeight(printer.nozzle)))),
    ...headAt(printer.nozzle, topMm).map((box) => moved(box, spots.nozzle)),
    ...(spots.probe ? [around(spots.probe, PROBE_RADIUS)] : []),
  ];
  const needed = {
    right: Math.max(...boxes.map(({ maxX }) => maxX)) + SPARE - part.minX,
    left: part.maxX - Math.min(...boxes.map(({ minX }) => minX)) + SPARE,
    back: Math.max(...boxes.map(({ maxY }) => maxY)) + SPARE - part.minY,
    front: part.maxY - Math.min(...boxes.map(({ minY }) => minY)) + SPARE,
  };
  const room = {
    right: reach.maxX - part.maxX,
    left: part.minX - reach.minX,
    back: reach.maxY - part.maxY,
    front: part.minY - reach.minY,
  };
  // It stands beside what comes down already.
  if (Object.values(needed).some((mm) => mm <= 0)) return '';
  const sides = (Object.keys(needed) as (keyof typeof needed)[])
    .filter((side) => needed[side] <= room[side])
    .sort((a, b) => needed[a] - needed[b]);
  if (sides.length === 0) return 'There is no free place for it on this bed.';
  const [side] = sides;
  const words = {
    right: 'to the right',
    left: 'to the left',
    back: 'to the back',
    front: 'to the front',
  };
  return `Move the print at least ${Math.ceil(needed[side])} mm ${words[side]} and slice it again.`;
}
