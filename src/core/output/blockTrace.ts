import { Effect } from '../gcode/effect';
import type { ObeyedLine } from '../printer/simulate';

/** A place of the nozzle, machine mm. */
export interface NozzlePoint {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** A move inside a block. */
export interface TracedMove {
  readonly line: number;
  readonly from: NozzlePoint;
  readonly to: NozzlePoint;
  /** Filament that came out, mm; making a retraction good counts as none. */
  readonly pushed: number;
}

/** A stop inside a block, and where the nozzle waits; the place is null when the firmware chooses it. */
export interface TracedStop {
  readonly line: number;
  readonly command: string;
  readonly park: NozzlePoint | null;
}

/** What a printer did in one block. */
export interface BlockTrace {
  readonly moves: TracedMove[];
  readonly stops: TracedStop[];
  tones: number;
  /** Line that switches a heater off; null when none does. */
  coldLine: number | null;
  /** Line that lets go of the motors of X, Y and Z; null when none does. */
  releaseLine: number | null;
}

export function emptyTrace(): BlockTrace {
  return { moves: [], stops: [], tones: 0, coldLine: null, releaseLine: null };
}

/** Shorter waits than this are pauses between tones and no stop, s. */
const SHORTEST_WAIT = 5;

/** Adds a line of a block to its trace. */
export function traceLine(trace: BlockTrace, obeyed: ObeyedLine): void {
  const { machine, words, effect, line } = obeyed;
  const at: NozzlePoint = { x: machine.x, y: machine.y, z: machine.z };
  if (machine.motorsReleased) trace.releaseLine ??= line;
  if (effect === Effect.Line || effect === Effect.Arc) {
    const from = { x: machine.fromX, y: machine.fromY, z: machine.fromZ };
    // As the file writes it, whatever the flow factor.
    const pushed = (machine.filament - machine.fromFilament) / (machine.flowFactor || 1);
    trace.moves.push({ line, from, to: at, pushed });
  } else if (effect === Effect.Heat && machine.heatTarget <= 0) {
    trace.coldLine ??= line;
  } else if (effect === Effect.Dwell && machine.waitSeconds >= SHORTEST_WAIT) {
    trace.stops.push({ line, command: `G4 S${machine.waitSeconds}`, park: at });
  } else if (effect === Effect.Stop) {
    traceStop(trace, obeyed);
  } else if (words.letter === 77 && words.code === 300 && words.getOr('S', 1) > 0) {
    trace.tones++;
  }
}

/** A change command with a place moves by itself: up, to the place, and back. */
function traceStop(trace: BlockTrace, { machine, words, line, stop }: ObeyedLine): void {
  const at: NozzlePoint = { x: machine.x, y: machine.y, z: machine.z };
  const isChange = words.code === 600 || words.code === 601;
  const placed = isChange && (words.has('X') || words.has('Y'));
  const moved = trace.moves.length > 0;
  if (!placed) {
    trace.stops.push({ line, command: stop, park: moved ? at : null });
    return;
  }
  const z = at.z + words.getOr('Z', 0);
  const above = { ...at, z };
  const park = { x: words.getOr('X', at.x), y: words.getOr('Y', at.y), z };
  trace.stops.push({ line, command: stop, park });
  if (!words.has('Z')) return;
  const still = { line, pushed: 0 };
  trace.moves.push(
    { ...still, from: at, to: above },
    { ...still, from: above, to: park },
    { ...still, from: park, to: above },
    { ...still, from: above, to: at },
  );
}
