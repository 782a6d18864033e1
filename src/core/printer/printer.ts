import { ORDINARY_PRINTER, type PrinterModel } from '../motion/limits';
import type { Homing } from './homeKinds';
import { ORDINARY_NOZZLE, type NozzleShape } from './nozzleShape';
import type { RecipeKind } from './stopKinds';

/** A point on the bed, machine mm. */
export interface BedPoint {
  readonly x: number;
  readonly y: number;
}

/** A brush that the nozzle is drawn over: its left end, its length along X and its height, mm. */
export interface Brush extends BedPoint {
  readonly length: number;
  readonly z: number;
}

/** The way of stopping that a printer obeys. */
export interface Understanding {
  readonly kind: RecipeKind;
  readonly command: string;
  /** Day on which it was tested, as `2026-04-05`; null while it is only believed. */
  readonly testedAt: string | null;
}

/** How a printer's firmware takes commands on which firmwares differ. */
export interface Firmware {
  /**
   * True when `M84` may name motors and a time, as on printers that run the file themselves. Where a
   * program on another computer runs it, any `M84` may let all motors go.
   */
  readonly namesMotors: boolean;
  /** Longest stretch of filament in one command, mm: some stop at more than 50. */
  readonly longestPushMm: number;
}

/** One printer: how it moves and heats, and all that a swap needs to know of it. */
export interface Printer extends PrinterModel {
  readonly name: string;
  readonly bed: {
    readonly shape: 'rectangle' | 'round';
    /** Where X 0 Y 0 lies. */
    readonly origin: 'corner' | 'centre';
  };
  /** Diameter of the nozzle, mm. */
  readonly nozzleMm: number;
  /** Its shape outside: how far it may go down between what is higher. */
  readonly nozzle: NozzleShape;
  /** Where it homes and what it probes; null while nobody has said. */
  readonly homing: Homing | null;
  /** How far off the head comes back after a stop, after homing X and Y, and after motors were off, mm; null while not measured. */
  readonly returns: {
    readonly stopMm: number | null;
    readonly homeMm: number | null;
    readonly motorsMm: number | null;
  };
  /** The finest stroke, gap and module of a code that its nozzle draws, mm; null while not measured. */
  readonly finest: {
    readonly strokeMm: number | null;
    readonly gapMm: number | null;
    readonly moduleMm: number | null;
  };
  /** How filament reaches the nozzle, and how much has to be unloaded to change it, mm. */
  readonly feed: { readonly kind: 'direct' | 'tube'; readonly lengthMm: number };
  /** Where the head waits; null for a place near the back edge. */
  readonly park: BedPoint | null;
  /** How far the head lifts above what is printed, mm. */
  readonly liftMm: number;
  /** What is retracted before the head moves, mm. */
  readonly retractMm: number;
  /**
   * Seconds after which the nozzle cools and the motors switch off while the printer waits; null for never, and as
   * long as nobody has said. Where a change command waits, most firmwares hold the motors.
   */
  readonly timeouts: {
    readonly nozzleSeconds: number | null;
    readonly motorSeconds: number | null;
  };
  readonly understands: Understanding;
  readonly beeper: boolean;
  /** Characters that a line of the display holds; 0 without a display. */
  readonly displayCharacters: number;
  readonly runoutSensor: boolean;
  readonly brush: Brush | null;
  /** True when a program on another machine sends the file line by line. */
  readonly host: boolean;
  readonly firmware: Firmware;
  /** Names of macros of its own, in capitals, that its owner answers for: they may stand in a swap. */
  readonly macros: readonly string[];
}

/** An ordinary hobby printer: what holds until a person says otherwise. */
export const ORDINARY_PROFILE: Printer = {
  ...ORDINARY_PRINTER,
  name: 'Ordinary printer',
  bed: { shape: 'rectangle', origin: 'corner' },
  nozzleMm: 0.4,
  nozzle: ORDINARY_NOZZLE,
  homing: null,
  returns: { stopMm: null, homeMm: null, motorsMm: null },
  finest: { strokeMm: null, gapMm: null, moduleMm: null },
  feed: { kind: 'direct', lengthMm: 100 },
  park: null,
  liftMm: 20,
  retractMm: 1,
  timeouts: { nozzleSeconds: 600, motorSeconds: null },
  understands: { kind: 'change-command', command: 'M600', testedAt: null },
  beeper: true,
  displayCharacters: 20,
  runoutSensor: false,
  brush: null,
  host: false,
  // Safe on every firmware.
  firmware: { namesMotors: false, longestPushMm: 45 },
  macros: [],
};

/** After so long do motors usually switch off that nothing holds, s. */
export const USUAL_MOTOR_SECONDS = 120;

/** The space that the nozzle can reach, machine mm. */
export interface Reach {
  readonly minX: number;
  readonly maxX: number;
  readonly minY: number;
  readonly maxY: number;
  readonly maxZ: number;
  /** Radius round X 0 Y 0 of a round bed; null for a rectangle. */
  readonly radius: number | null;
}

export function reachOf({ bed, volume }: Pick<Printer, 'bed' | 'volume'>): Reach {
  const centred = bed.origin === 'centre' || bed.shape === 'round';
  const minX = centred ? -volume.x / 2 : 0;
  const minY = centred ? -volume.y / 2 : 0;
  return {
    minX,
    maxX: minX + volume.x,
    minY,
    maxY: minY + volume.y,
    maxZ: volume.z,
    radius: bed.shape === 'round' ? volume.x / 2 : null,
  };
}

/** Rounding of files and of arithmetic, mm. */
const EDGE = 1e-3;

export function isInReach({ x, y }: BedPoint, z: number, reach: Reach): boolean {
  if (z > reach.maxZ + EDGE) return false;
  if (reach.radius !== null) return Math.hypot(x, y) <= reach.radius + EDGE;
  const inX = x >= reach.minX - EDGE && x <= reach.maxX + EDGE;
  return inX && y >= reach.minY - EDGE && y <= reach.maxY + EDGE;
}

/** Where the head waits: the printer's own place, or one near the back edge. */
export function parkOf(printer: Printer): BedPoint {
  if (printer.park) return printer.park;
  const { minX, maxY, radius } = reachOf(printer);
  return radius === null ? { x: minX + 5, y: maxY - 5 } : { x: 0, y: radius - 5 };
}
