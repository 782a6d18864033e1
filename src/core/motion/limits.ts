/** One number per axis; E is the extruder. */
export interface PerAxis {
  readonly x: number;
  readonly y: number;
  readonly z: number;
  readonly e: number;
}

/** How fast a corner may be taken: a speed change per axis (mm/s), or a deviation from the corner (mm). */
export type CornerModel =
  ({ readonly kind: 'jerk' } & PerAxis) | { readonly kind: 'deviation'; readonly mm: number };

/** What the machine can do. Speeds in mm/s, accelerations in mm/s². */
export interface MotionLimits {
  readonly maxFeed: PerAxis;
  readonly acceleration: PerAxis & {
    readonly print: number;
    readonly travel: number;
    readonly retract: number;
  };
  readonly corner: CornerModel;
  readonly minimumFeed: number;
  /** Moves that the planner knows ahead; null for no limit. */
  readonly queue: number | null;
}

/** How fast things get warm, °C per second, and from which room temperature, °C. */
interface HeatingRates {
  readonly nozzlePerSecond: number;
  readonly bedPerSecond: number;
  readonly ambient: number;
}

/** Everything about a printer that reading and timing a file needs. */
export interface PrinterModel {
  readonly limits: MotionLimits;
  readonly heating: HeatingRates;
  /** Seconds that G28 takes, and G29 and its relatives. */
  readonly homingSeconds: number;
  readonly probingSeconds: number;
  /** Build space, mm. */
  readonly volume: { readonly x: number; readonly y: number; readonly z: number };
  /** Filament diameter, mm. */
  readonly filamentDiameter: number;
  /** Names of the firmware's own macros that stop and wait, in capitals. */
  readonly stopWords: readonly string[];
}

/** Ordinary values of a hobby printer with a moving bed; every one is a setting. */
export const ORDINARY_PRINTER: PrinterModel = {
  limits: {
    maxFeed: { x: 300, y: 300, z: 12, e: 60 },
    acceleration: { print: 1000, travel: 1500, retract: 1500, x: 2000, y: 2000, z: 200, e: 5000 },
    corner: { kind: 'jerk', x: 8, y: 8, z: 0.4, e: 5 },
    minimumFeed: 0,
    queue: null,
  },
  heating: { nozzlePerSecond: 2, bedPerSecond: 0.35, ambient: 21 },
  homingSeconds: 20,
  probingSeconds: 45,
  volume: { x: 220, y: 220, z: 240 },
  filamentDiameter: 1.75,
  stopWords: [],
};
