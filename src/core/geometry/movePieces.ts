import { Effect } from '../gcode/effect';
import type { Machine } from '../gcode/machine';
import { curveLength, forEachChord } from './arcs';
import { lineWidth } from './lineWidth';

/** A straight piece of a path, machine mm. */
export type OnPiece = (x0: number, y0: number, x1: number, y1: number) => void;

/** Whether the move just made is a curve that can be followed. */
export function isCurve(effect: Effect, machine: Machine): boolean {
  return effect === Effect.Curve && machine.curve.valid;
}

/** Whether the move just made has printed something. */
export function hasPrinted(effect: Effect, machine: Machine): boolean {
  return isCurve(effect, machine) ? machine.extrudedOnCurve : machine.extruded;
}

/** The move just made in straight pieces: one, or the chords of a curve. */
export function forEachPiece(effect: Effect, machine: Machine, visit: OnPiece): void {
  if (isCurve(effect, machine)) forEachChord(machine.curve, visit);
  else visit(machine.fromX, machine.fromY, machine.x, machine.y);
}

/**
 * Width of the line that the move just made has printed, mm.
 * @param thickness of the line, mm; `area`, cross-section of the filament, mm².
 */
export function printedWidth(
  effect: Effect,
  machine: Machine,
  thickness: number,
  area: number,
): number {
  const dx = machine.x - machine.fromX;
  const dy = machine.y - machine.fromY;
  const length = isCurve(effect, machine)
    ? curveLength(machine.curve)
    : Math.sqrt(dx * dx + dy * dy);
  const filament = (machine.e - machine.fromE) * machine.flowFactor;
  return lineWidth(filament, length, thickness, machine.volumetricArea || area);
}
