/** One job of the demo. */
export interface DemoJob {
  readonly fileName: string;
  readonly name: string;
  /** Filament that its plan begins with. */
  readonly firstLetter: string;
}

/** The demo's jobs, in the order in which they stand on the Bench. */
export const DEMO_JOBS: readonly DemoJob[] = [
  { fileName: 'hide-plate-7.gcode', name: 'Hide plate 7', firstLetter: 'A' },
  { fileName: 'marsh-relief-tile.gcode', name: 'Marsh relief tile', firstLetter: 'D' },
  { fileName: 'ring-gauge-tags.gcode', name: 'Ring gauge tags', firstLetter: 'B' },
  { fileName: 'tide-dial.gcode', name: 'Tide dial', firstLetter: 'D' },
  { fileName: 'wader-coaster-base.gcode', name: 'Wader coaster: base', firstLetter: 'E' },
  { fileName: 'wader-coaster-bird.gcode', name: 'Wader coaster: bird', firstLetter: 'A' },
  { fileName: 'wader-coaster-rim.gcode', name: 'Wader coaster: rim', firstLetter: 'F' },
];
