/**
 * Where the numbers stand that quick reading shares with the machine, the tracker, the planner and the merger: places
 * in one row of 64-bit numbers. The module in `assembly/` reads the same file.
 */

/** Position, filament and feed of the machine, and what they were before the latest move. */
export const X = 0;
export const Y = 1;
export const Z = 2;
export const E = 3;
export const FEED = 4;
export const RETRACTED = 5;
export const FILAMENT = 6;
export const FROM_X = 7;
export const FROM_Y = 8;
export const FROM_Z = 9;
export const FROM_E = 10;
export const FROM_FILAMENT = 11;
export const FROM_FEED = 12;
export const FROM_RETRACTED = 13;

/** 1 when the latest move of filament only un-retracted; 1 once an axis was named. */
export const RECOVERED = 14;
export const AXIS_NAMED = 15;

/** What numbers of the file mean: units, origins, factors, and 1 where filament counts from where it is. */
export const UNIT = 16;
export const UNIT_E = 17;
export const OFFSET_X = 18;
export const OFFSET_Y = 19;
export const OFFSET_Z = 20;
export const OFFSET_E = 21;
export const RELATIVE_E = 22;
export const SPEED_FACTOR = 23;
export const FLOW_FACTOR = 24;

/** The level under way, and what the tracker keeps of it. */
export const LEVEL = 25;
export const LEVEL_Z = 26;
export const THICKNESS = 27;
export const AREA = 28;
export const EXTRUDED_MM = 29;
export const SLOPED_MM = 30;
export const END_OFFSET = 31;
export const END_LINE = 32;
export const FILAMENT_AT_END = 33;
export const RESTART_OFFSET = 34;
export const RESTART_LINE = 35;
export const HELD = 36;
export const OUT = 37;
export const OUT_BEFORE = 38;
export const EXTRUSIONS = 39;

/** 1 once a level move has printed, which ends a ramp. */
export const LEVEL_MOVE = 40;

/** Limits of the machine; `DEVIATION` is below 0 where a corner is limited by the change of speed. */
export const MAX_X = 41;
export const MAX_Y = 42;
export const MAX_Z = 43;
export const MAX_E = 44;
export const MINIMUM_FEED = 45;
export const PRINT_ACCEL = 46;
export const TRAVEL_ACCEL = 47;
export const RETRACT_ACCEL = 48;
export const ACCEL_X = 49;
export const ACCEL_Y = 50;
export const ACCEL_Z = 51;
export const ACCEL_E = 52;
export const CORNER_X = 53;
export const CORNER_Y = 54;
export const CORNER_Z = 55;
export const CORNER_E = 56;
export const DEVIATION = 57;

/** The planner: directions and speed of the move before, waiting moves, and where their time goes. */
export const LAST_X = 58;
export const LAST_Y = 59;
export const LAST_Z = 60;
export const LAST_E = 61;
export const LAST_CRUISE = 62;
export const COUNT = 63;
export const PASS_AT = 64;
export const GAP_START = 65;
export const SLOT = 66;

/** 1 once a printing move has got its time. */
export const TIMED = 67;

/** The line that the merger holds, and how many are ready to be handed on. */
export const PIECES = 68;
export const MERGED_X0 = 69;
export const MERGED_Y0 = 70;
export const MERGED_X1 = 71;
export const MERGED_Y1 = 72;
export const MERGED_WIDTH = 73;
export const MERGED_LEVEL = 74;
export const READY = 75;

/** Lines read so far, those of them that end with CR and LF, and the offset of the buffer in the file. */
export const LINE = 76;
export const CRLF = 77;
export const BASE = 78;

export const SHARED_NUMBERS = 79;

/** Moves that may wait in the planner, and merged lines that wait to be handed on. */
export const MOST_MOVES = 65536;
export const MOST_READY = 8192;
/** Numbers of a merged line: x0, y0, x1, y1, width, level. */
export const READY_NUMBERS = 6;
/** Bytes of the file that are in the module at a time. */
export const TEXT_ROOM = 262144;
/** A line shorter than this is read without asking at each byte whether the text ends. */
export const LINE_ROOM = 160;

/** Where all of it lies in the module's memory; its own constants are below. */
export const SHARED_AT = 65536;
export const LENGTH_AT = 67584;
export const CRUISE_AT = LENGTH_AT + 8 * MOST_MOVES;
export const ACCELERATION_AT = CRUISE_AT + 8 * MOST_MOVES;
export const CORNER_AT = ACCELERATION_AT + 8 * MOST_MOVES;
export const SLOTS_AT = CORNER_AT + 8 * MOST_MOVES;
export const READY_AT = SLOTS_AT + 4 * MOST_MOVES;
export const TEXT_AT = READY_AT + 8 * READY_NUMBERS * MOST_READY;
export const MEMORY_END = TEXT_AT + TEXT_ROOM;
