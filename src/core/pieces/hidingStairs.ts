import { hidesLamp, hidesOver } from '../measured/subjects';
import type { Printer } from '../printer/printer';
import {
  heatOf,
  layerOf,
  lineOf,
  type Answers,
  type FoundValue,
  type MadePiece,
  type PieceFilament,
  type Unfit,
} from './piece';
import { roomOn, Toolpath, type Box } from './toolpath';

/** How the stairs are divided. */
export interface StairSettings {
  /** Thickness of a stair, mm; null for half the nozzle's ordinary layer. */
  readonly layerMm: number | null;
}

/** A stair is as wide as a thumb can point at, mm. */
const STAIR = 6;
const DEPTH = 16;
/** The slot in the lower filament that a lamp shines through, mm, and how far it is from the back edge. */
const SLOT = 2;
const BEHIND_SLOT = 4;
/** Times its hiding depth that the lower filament is thick: it hides what is under it. */
const OPAQUE = 1.6;
const THINNEST_BASE = 0.8;
/** Times the hiding depth that is looked for, in daylight and for light that goes through once. */
const LOOKED_FOR = 2.6;
const FEWEST = 6;
const MOST = 24;

/** The stair height for a printer, mm. */
const stairLayer = (printer: Printer, { layerMm }: StairSettings): number =>
  layerMm ?? Math.max(0.08, layerOf(printer) / 2);

/**
 * One filament over another in stairs of one layer each, from none to more than hides it. Along the back edge the
 * lower filament has a slot, which a lamp shows until the upper one lets no more light through.
 */
export function hidingStairs(
  printer: Printer,
  [lower, upper]: readonly [PieceFilament, PieceFilament],
  settings: StairSettings,
): MadePiece | Unfit {
  const layer = stairLayer(printer, settings);
  const wanted = Math.ceil((LOOKED_FOR * upper.hidingDepth) / layer);
  const { middle, width } = roomOn(printer);
  const fitting = Math.floor(width / STAIR) - 1;
  if (fitting < FEWEST) return { problem: 'The bed is too small for the stairs.' };
  const stairs = Math.min(Math.max(FEWEST, wanted), MOST, fitting);
  const thick = layerOf(printer);
  const baseLayers = Math.ceil(Math.max(THINNEST_BASE, OPAQUE * lower.hidingDepth) / thick);
  const writer = new Toolpath(printer, {
    title: 'hiding stairs',
    ...heatOf([lower, upper]),
    lineWidth: lineOf(printer),
    layerHeight: layer,
    speed: 45,
    firstSpeed: 20,
    fan: 1,
  });
  // The first field stays bare: that is how the lower filament looks.
  const box: Box = {
    minX: middle.x - ((stairs + 1) * STAIR) / 2,
    maxX: middle.x + ((stairs + 1) * STAIR) / 2,
    minY: middle.y - DEPTH / 2,
    maxY: middle.y + DEPTH / 2,
  };
  const slot = { minY: box.maxY - BEHIND_SLOT - SLOT, maxY: box.maxY - BEHIND_SLOT };
  writer.start();
  for (let n = 1; n <= baseLayers; n++) {
    writer.nextLayer(n * thick, thick);
    const along = n % 2 === 1 ? 'x' : 'y';
    const side = { ...box, minY: slot.minY, maxY: slot.maxY };
    writer.fill({ ...box, maxY: slot.minY }, along);
    writer.fill({ ...side, maxX: box.minX + SLOT }, 'y');
    writer.fill({ ...side, minX: box.maxX - SLOT }, 'y');
    writer.fill({ ...box, minY: slot.maxY }, along);
  }
  for (let n = 1; n <= stairs; n++) {
    writer.nextLayer(baseLayers * thick + n * layer);
    // Across the slot first: the lines reach from edge to edge of it.
    writer.fill({ ...box, minX: box.minX + n * STAIR }, n % 2 === 1 ? 'y' : 'x');
  }
  writer.end();
  const marks = Array.from({ length: stairs }, (_, i) => (i + 1) * layer);
  return {
    id: 'hiding-stairs',
    title: `Hiding stairs ${upper.name} over ${lower.name}`,
    gcode: writer.text(),
    colours: { kind: 'swap', layer: baseLayers + 1 },
    filaments: [lower, upper],
    purgeMm: null,
    readings: [
      { id: hidesOver(upper.key, lower.key), name: 'In daylight', marks, unit: 'mm' },
      { id: hidesLamp(upper.key), name: 'With a lamp behind the slot', marks, unit: 'mm' },
    ],
  };
}

/** What the answers say: from which stair on the lower filament, or the slot, does not show. */
export function stairValues(made: MadePiece, answers: Answers): FoundValue[] {
  return made.readings.flatMap(({ id, marks }) => {
    const mm = answers[id] ?? null;
    return mm === null ? [] : [{ subject: id, value: mm, spread: marks[0] }];
  });
}
