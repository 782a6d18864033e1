import type { Layer } from '../gcode/layers';
import type { Footprint } from '../geometry/raster';
import { LEAST_CLEARANCE } from '../recipe/actions';
import { isInReach, type Reach } from '../printer/printer';
import type { BlockTrace, NozzlePoint, TracedMove } from './blockTrace';

/** What stands on the bed when a block begins. */
export interface PrintedSoFar {
  readonly footprint: Footprint;
  readonly layers: readonly Layer[];
  /** Layers up to but without this one are printed. */
  readonly layer: number;
}

/** A move that must not be, in words. */
export interface Collision {
  readonly line: number;
  readonly message: string;
}

/** Rounding in files, mm. */
const HAIR = 0.005;
/** How near to the nozzle's middle its tip and its drop still touch, mm. */
const NOZZLE_RADIUS = 0.5;
/** Distance from the print within which a waiting nozzle drips onto it, mm. */
const PARK_DISTANCE = 2;
/** Steps in which a move is looked at, mm. */
const STEP = 0.5;
/** Most steps of a move; beyond every real machine. */
const MOST_STEPS = 4000;
/** Filament below this is no extrusion, mm. */
const NOTHING = 1e-3;

/**
 * Finds the first thing in a block that could hit the print or the machine: a nozzle too low over
 * what is printed, outside of what it can reach, or pushing filament anywhere but where it waits.
 * @param back where the file itself has the nozzle, which is never out of reach.
 */
export function findCollision(
  trace: BlockTrace,
  printed: PrintedSoFar,
  reach: Reach,
  back: NozzlePoint,
): Collision | null {
  for (const move of trace.moves) {
    const found = moveCollision(move, trace, printed, reach, back);
    if (found) return { line: move.line, message: found };
  }
  for (const { line, park } of trace.stops) {
    if (park === null) continue;
    if (!isWithin(park, reach, back)) {
      return { line, message: `it would wait at ${place(park)}, out of the machine’s reach` };
    }
    if (heightNear(park, printed, PARK_DISTANCE) > 0 && !isBack(park, back)) {
      return { line, message: `it would wait at ${place(park)}, over the print` };
    }
  }
  return null;
}

function moveCollision(
  { from, to, pushed }: TracedMove,
  { stops }: BlockTrace,
  printed: PrintedSoFar,
  reach: Reach,
  back: NozzlePoint,
): string | null {
  const beyond = [from, to].find((end) => !isWithin(end, reach, back));
  if (beyond) return `it would be at ${place(beyond)}, out of the machine’s reach`;
  if (pushed > NOTHING) {
    const moves = Math.hypot(to.x - from.x, to.y - from.y) > HAIR;
    const waits = stops.some(({ park }) => park !== null && isBack(to, park));
    if (moves || !waits || heightNear(to, printed, NOZZLE_RADIUS) > 0) {
      return `it would push ${pushed.toFixed(1)} mm of filament at ${place(to)}, where it does not wait`;
    }
  }
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const steps = Math.max(1, Math.min(MOST_STEPS, Math.ceil(length / STEP)));
  for (let i = 0; i <= steps; i++) {
    const at = between(from, to, i / steps);
    // Over its own point the nozzle may be where the file itself has it.
    if (isBack(at, back) && at.z >= back.z - HAIR) continue;
    const height = heightNear(at, printed, NOZZLE_RADIUS);
    // Sideways over the print takes room; straight down to the point takes none.
    const needed = length > HAIR && height > 0 ? height + LEAST_CLEARANCE : height;
    if (at.z < needed - HAIR) {
      return `it would pass ${place(at)}, too low over the print, which is ${height.toFixed(2)} mm high there`;
    }
  }
  return null;
}

/** Height of what is printed within `distance` of a point, mm. */
function heightNear({ x, y }: NozzlePoint, printed: PrintedSoFar, distance: number): number {
  const around = [-distance, 0, distance];
  let height = 0;
  for (const dx of around) {
    for (const dy of around) height = Math.max(height, heightAt(x + dx, y + dy, printed));
  }
  return height;
}

/**
 * Height of what is printed at a point. A cell that later layers cover too counts as high as the
 * layer before; one that is finished, as in a sequence of objects, as high as its last layer.
 */
function heightAt(x: number, y: number, { footprint, layers, layer }: PrintedSoFar): number {
  const column = Math.floor((x - footprint.originX) / footprint.cellMm);
  const row = Math.floor((y - footprint.originY) / footprint.cellMm);
  if (column < 0 || row < 0 || column >= footprint.columns || row >= footprint.rows) return 0;
  const cell = row * footprint.columns + column;
  const low = footprint.low[cell];
  if (low === 0 || low >= layer) return 0;
  const top = Math.min(footprint.top[cell], layer - 1);
  return layers[top - 1]?.z ?? 0;
}

function between(from: NozzlePoint, to: NozzlePoint, share: number): NozzlePoint {
  const part = (a: number, b: number): number => a + (b - a) * share;
  return { x: part(from.x, to.x), y: part(from.y, to.y), z: part(from.z, to.z) };
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
