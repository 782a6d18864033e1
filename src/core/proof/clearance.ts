import { HAIR } from '../tolerances';
import type { PrintedHeights } from '../print/printedHeights';
import { LEAST_CLEARANCE } from '../recipe/actions';
import { FLAT_MM, PARK_DISTANCE } from '../printer/nozzleShape';
import { isInReach, type Reach } from '../printer/printer';
import type { BlockTrace, NozzlePoint, TracedMove } from './blockTrace';

/** What stands on the bed when a block begins. */
export interface PrintedSoFar {
  readonly heights: Pick<PrintedHeights, 'along' | 'everNear'>;
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
 * @param headRadius how near to where all axes are homed nothing may be printed, mm.
 */
export function findCollision(
  trace: Pick<BlockTrace, 'moves' | 'stops' | 'waits' | 'homings'>,
  printed: PrintedSoFar,
  reach: Reach,
  back: NozzlePoint,
  start: NozzlePoint = back,
  headRadius = 0,
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
    if (all && printed.heights.everNear({ x: 0, y: 0 }, headRadius, FLAT_MM)) {
      return { line, message: 'it would home all axes where something is printed' };
    }
  }
  for (const move of trace.moves) {
    const found = moveCollision(move, trace, printed, reach, [back, start]);
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
