/** What one line did, as far as motion and time care. */
export const Effect = {
  /** Nothing that moves or waits. */
  None: 0,
  /** A straight move (G0, G1). */
  Line: 1,
  /** An arc (G2, G3) or a spline (G5); `Machine.curve` holds it. */
  Curve: 2,
  /** Firmware retraction (G10) or its recovery (G11). */
  FirmwareRetract: 3,
  /** A dwell (G4); `Machine.waitSeconds` holds it. */
  Dwell: 4,
  /** Homing (G28). */
  Home: 5,
  /** Bed probing (G29 and its relatives). */
  Probe: 6,
  /** A heater target, or a wait for one (M104, M109, M140, M190). */
  Heat: 7,
  /** Limits (M201, M203, M204, M205), and the firmware's retraction (M207). */
  Limits: 8,
  /** The active tool changed. */
  Tool: 9,
  /** The firmware stops and waits for a person. */
  Stop: 10,
  /** Moves in a way that cannot be followed: the place is not known until the file says it again. */
  Unknown: 11,
} as const;
export type Effect = (typeof Effect)[keyof typeof Effect];
