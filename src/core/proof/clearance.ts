import { HAIR } from '../tolerances';
import type { PrintedHeights } from '../print/printedHeights';
import { LEAST_CLEARANCE } from '../recipe/actions';
import { PARK_DISTANCE, type HeadBox } from '../printer/nozzleShape';
import { isInReach, type Reach } from '../printer/printer';
import type { BlockTrace, NozzlePoint, TracedMove } from './blockTrace';

/** What stands on the bed when a block begins. */
export interface PrintedSoFar {
  readonly heights: Pick<PrintedHeights, 'along' | 'everNear' | 'highestIn'>;
  /** Some of the print could not be drawn, so nobody knows where it stands. */
  readonly hasUndrawn: boolean;
  /** Layers up to but without this one are printed. */
  readonly layer: number;
}

/** A move that must not be, in words. */
export interface Collision {
  readonly line: number;
  readonly message: string;
}

/** What of the head may hit the print. */
export interface HeadFacts {
  /** Where the printer would come down onto what is printed when all axes are homed; null for nowhere. */
  readonly homesInto?: { readonly x: number; readonly y: number } | null;
  /** The boxes of the head; none where nobody has measured them. */
  readonly head?: readonly HeadBox[];
}

/** How near to the nozzle's middle its tip and its drop still touch, mm. */
const NOZZLE_RADIUS = 0.5;
/** Filament below this is no extrusion, mm. */
const NOTHING = 1e-3;

/**
 * Finds the first thing in a block that could hit the print or the machine: a nozzle too low over
 * what is printed, outside of what it can reach, or pushing filament anywhere but where it waits.
 * Where it waits, nothing may be printed before or after.
 * @param back where the file itself has the nozzle, which is never out of reach.
 * @param start where the block begins, when that is another place.
 */
export function findCollision(
  trace: Pick<BlockTrace, 'moves' | 'stops' | 'waits' | 'homings'>,
  printed: PrintedSoFar,
  reach: Reach,
  back: NozzlePoint,
  start: NozzlePoint = back,
  { homesInto = null, head = [] }: HeadFacts = {},
): Collision | null {
  if (printed.hasUndrawn && (trace.moves.length > 0 || trace.stops.some(({ park }) => park))) {
    const line = trace.moves[0]?.line ?? trace.stops[0].line;
    const message = 'some of the print is too far out to analyse, so its travels cannot be checked';
    return { line, message };
  }
  for (const { line, z, all } of trace.homings) {
    const top = printed.heights.along(back, back, 0, printed.layer);
    if (z < top + LEAST_CLEARANCE - HAIR) {
      return { line, message: `it would home at ${z.toFixed(2)} mm, too low over the print` };
    }
    if (all && homesInto !== null) {
      return { line, message: 'it would home all axes where something is printed' };
    }
  }
  for (const move of trace.moves) {
    const found =
      moveCollision(move, trace, printed, reach, [back, start]) ??
      headCollision(move, printed, head);
    if (found) return { line: move.line, message: found };
  }
  for (const { line, park } of trace.stops) {
    if (park === null) continue;
    if (!isWithin(park, reach, back)) {
      return { line, message: `it would park at ${place(park)}, out of the machine’s reach` };
    }
    if (printed.heights.everNear(park, PARK_DISTANCE) && !isBack(park, back)) {
      return { line, message: `it would park at ${place(park)}, where the file prints` };
    }
  }
  return null;
}

function moveCollision(
  { from, to, pushed, unseen }: TracedMove,
  { stops, waits: places, homings }: Pick<BlockTrace, 'stops' | 'waits' | 'homings'>,
  printed: PrintedSoFar,
  reach: Reach,
  [back, start]: readonly [NozzlePoint, NozzlePoint],
): string | null {
  // A script that lifted the head and took it away is taken at its word; it must come back to the point.
  if (unseen && pushed === 0) {
    return isBack(to, back)
      ? null
      : `it would not return to its restart point, but to ${place(to)}`;
  }
  const lost = [from, to].find(({ x, y, z }) => ![x, y, z].every(Number.isFinite));
  if (lost) return 'it would move from or to an unknown position';
  const beyond = [from, to].find(
    (end) => !isWithin(end, reach, back) && !isWithin(end, reach, start),
  );
  if (beyond) return `it would be at ${place(beyond)}, out of the machine’s reach`;
  if (pushed > NOTHING) {
    const moves = Math.hypot(to.x - from.x, to.y - from.y) > HAIR;
    const waits =
      stops.some(({ park }) => park !== null && isBack(to, park)) ||
      places.some((one) => isBack(to, one));
    if (moves || !waits || printed.heights.everNear(to, PARK_DISTANCE)) {
      return `it would extrude ${pushed.toFixed(1)} mm of filament at ${place(to)}, away from its park position`;
    }
  }
  const lowest = from.z < to.z ? from : to;
  if (lowest.z < -HAIR) return `it would go below the bed, to ${place(lowest)}`;
  const sideways = Math.hypot(to.x - from.x, to.y - from.y) > HAIR;
  // Over its own point the nozzle may be where the file itself has it.
  const home = homings.some(({ all }) => all) ? [{ x: 0, y: 0, z: 0 }] : [];
  const own = [back, start, ...home].some((one) => isBack(to, one) && lowest.z >= one.z - HAIR);
  if (!sideways && own) return null;
  const height = printed.heights.along(from, to, NOZZLE_RADIUS, printed.layer);
  // Sideways over the print takes room; straight down to the point takes none.
  const needed = sideways && height > 0 ? height + LEAST_CLEARANCE : height;
  if (lowest.z >= needed - HAIR) return null;
  return `it would pass ${place(lowest)}, too low over the print, which is ${height.toFixed(2)} mm high there`;
}

/** What the boxes of the head come to on a move: the whole box that they sweep is looked at. */
function headCollision(
  { from, to, unseen }: TracedMove,
  { heights, layer }: PrintedSoFar,
  head: readonly HeadBox[],
): string | null {
  const isSideways = Math.hypot(to.x - from.x, to.y - from.y) > HAIR;
  if (unseen || !isSideways || ![from, to].every(({ x, y, z }) => Number.isFinite(x + y + z)))
    return null;
  const z = Math.min(from.z, to.z);
  for (const box of head) {
    const swept = {
      minX: Math.min(from.x, to.x) + box.minX,
      maxX: Math.max(from.x, to.x) + box.maxX,
      minY: Math.min(from.y, to.y) + box.minY,
      maxY: Math.max(from.y, to.y) + box.maxY,
    };
    const height = heights.highestIn(swept, layer);
    if (height <= z + box.heightMm + HAIR) continue;
    return `${box.name} would hit the print on the way to ${place(to)}: it is ${(z + box.heightMm).toFixed(2)} mm above the bed there, and the print ${height.toFixed(2)} mm`;
  }
  return null;
}

/** Where the file itself has the nozzle counts as reached, and so does any place no higher. */
function isWithin(point: NozzlePoint, reach: Reach, back: NozzlePoint): boolean {
  const z = point.z <= back.z + HAIR ? 0 : point.z;
  return isBack(point, back) ? z <= reach.maxZ : isInReach(point, z, reach);
}

function isBack(point: NozzlePoint, back: NozzlePoint): boolean {
  return Math.hypot(point.x - back.x, point.y - back.y) < HAIR;
}

function place({ x, y, z }: NozzlePoint): string {
  return `X ${x.toFixed(2)} Y ${y.toFixed(2)} Z ${z.toFixed(2)}`;
}
