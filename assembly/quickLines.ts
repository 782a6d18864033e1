/*
 * Reads plain moves (`G1 X1.5 Y2 E3.25`) in AssemblyScript, for WebAssembly: words, state, levels, time and merged
 * lines, one line after another, to the last digit as scan.ts, machine.ts, reader.ts, levelTracker.ts, planner.ts and
 * lineMerger.ts do. Those are its oracle: they read every other line, and every line where there is no WebAssembly.
 * A line that would begin a level, a section or a ramp is left to them as well, untouched.
 * Built by `npm run kernel`.
 */
import { lineWidth } from '../src/core/geometry/lineWidth';
import { isAboutStraight, isSameWidth, MOST_PIECES } from '../src/core/geometry/raster/merging';
import { LONGEST, pathLength, SHORTEST, SLOWEST, speedByDeviation } from '../src/core/motion/moves';
import { FILAMENT_HAIR, HAIR } from '../src/core/tolerances';
import * as At from '../src/core/gcode/quick/slots';

const MINUS: u32 = 45;
const DOT: u32 = 46;
const LF: u32 = 10;
const CR: u32 = 13;
const MOST_DIGITS: usize = 15;
const X_BIT: i32 = 1 << 23;
const Y_BIT: i32 = 1 << 24;
const Z_BIT: i32 = 1 << 25;
const E_BIT: i32 = 1 << 4;
const F_BIT: i32 = 1 << 5;

/** As in planner.ts. */
const GAP: i32 = -1;

const POWERS_OF_TEN = memory.data<f64>([
  1, 1e1, 1e2, 1e3, 1e4, 1e5, 1e6, 1e7, 1e8, 1e9, 1e10, 1e11, 1e12, 1e13, 1e14, 1e15,
]);
/** The numbers of one line, by letter. */
const VALUES: usize = memory.data(26 * 8, 8);

function get(slot: i32): f64 {
  return load<f64>(At.SHARED_AT + (slot << 3));
}

function set(slot: i32, value: f64): void {
  store<f64>(At.SHARED_AT + (slot << 3), value);
}

function valueOf(letter: i32): f64 {
  return load<f64>(VALUES + ((letter - 65) << 3));
}

/**
 * Reads lines from `at` on, at most `most`, up to `end` in memory.
 * @returns where the first line begins that was not read.
 */
export function readLines(at: usize, end: usize, most: i32): usize {
  let left = most;
  while (left > 0 && at + At.LINE_ROOM < end && get(At.READY) < <f64>(At.MOST_READY - 1)) {
    const next = readLine(at);
    if (next == 0) break;
    at = next;
    left--;
    if (get(At.COUNT) >= get(At.PASS_AT)) break;
  }
  return at;
}

/** The offset behind the line at `start`; 0 when it is left to others. */
function readLine(start: usize): usize {
  if (load<u8>(start) != 71 || load<u8>(start, 2) != 32) return 0;
  if (<u32>load<u8>(start, 1) - 48 > 1) return 0;
  let mask: i32 = 0;
  let i = start + 3;
  const limit = start + At.LINE_ROOM - 24;
  while (i < limit) {
    const letter: u32 = <u32>load<u8>(i) - 65;
    if (letter > 25) return 0;
    let c: u32 = load<u8>(++i);
    const negative = c == MINUS;
    if (negative) c = load<u8>(++i);
    let mantissa: i64 = 0;
    let digit: u32;
    const from = i;
    while ((digit = c - 48) <= 9) {
      mantissa = mantissa * 10 + digit;
      c = load<u8>(++i);
    }
    let digits = i - from;
    let decimals: usize = 0;
    if (c == DOT) {
      const dot = i;
      c = load<u8>(++i);
      while ((digit = c - 48) <= 9) {
        mantissa = mantissa * 10 + digit;
        c = load<u8>(++i);
      }
      decimals = i - dot - 1;
      digits += decimals;
    }
    if (digits == 0 || digits > MOST_DIGITS) return 0;
    const number = <f64>mantissa / load<f64>(POWERS_OF_TEN + (decimals << 3));
    store<f64>(VALUES + (letter << 3), negative ? -number : number);
    mask |= 1 << letter;
    if (c == LF) return obey(mask, i + 1) ? i + 1 : 0;
    if (c == CR && load<u8>(i, 1) == LF) {
      if (!obey(mask, i + 2)) return 0;
      set(At.CRLF, get(At.CRLF) + 1);
      return i + 2;
    }
    if (c != 32) return 0;
    i++;
  }
  return 0;
}

/** Makes the move of a line that ends at `end` in memory; false, and nothing is changed, when it is left to others. */
function obey(mask: i32, end: usize): bool {
  const unit = get(At.UNIT);
  const fromX = get(At.X);
  const fromY = get(At.Y);
  const fromZ = get(At.Z);
  const fromE = get(At.E);
  const fromRetracted = get(At.RETRACTED);
  const fromFilament = get(At.FILAMENT);
  const fromFeed = get(At.FEED);
  const flow = get(At.FLOW_FACTOR);
  let x = fromX;
  let y = fromY;
  let z = fromZ;
  let e = fromE;
  let feed = fromFeed;
  let retracted = fromRetracted;
  let filament = fromFilament;
  let recovered = get(At.RECOVERED) != 0;
  if (mask & X_BIT) x = valueOf(88) * unit + get(At.OFFSET_X);
  if (mask & Y_BIT) y = valueOf(89) * unit + get(At.OFFSET_Y);
  if (mask & Z_BIT) z = valueOf(90) * unit + get(At.OFFSET_Z);
  if (mask & F_BIT && valueOf(70) > 0) feed = (valueOf(70) * unit) / 60;
  if (mask & E_BIT) {
    const number = valueOf(69) * get(At.UNIT_E);
    const delta = get(At.RELATIVE_E) != 0 ? number : number + get(At.OFFSET_E) - e;
    e += delta;
    if (delta < 0) {
      retracted -= delta;
      recovered = false;
    } else {
      const left = retracted - delta;
      recovered = retracted > FILAMENT_HAIR && Math.abs(left) < FILAMENT_HAIR;
      if (left > FILAMENT_HAIR) {
        retracted = left;
      } else {
        if (!recovered) filament -= left * flow;
        retracted = 0;
      }
    }
  }
  const dx = x - fromX;
  const dy = y - fromY;
  const dz = z - fromZ;
  const de = (e - fromE) * flow;
  const prints = e > fromE && !recovered && (x != fromX || y != fromY);
  const line = get(At.LINE) + 1;
  const offset = get(At.BASE) + <f64>(end - At.TEXT_AT);
  if (prints) {
    const length = Math.sqrt(dx * dx + dy * dy);
    if (!(length + z < Infinity) || !printsOn(z, dz)) return false;
    takeExtrusion(length, dz != 0, filament, offset, line);
    addLine(dx, dy, dz, de, feed * get(At.SPEED_FACTOR), <i32>get(At.SLOT));
    addMerged(fromX, fromY, x, y, lineWidth(de, length, get(At.THICKNESS), get(At.AREA)));
  } else {
    addLine(dx, dy, dz, de, feed * get(At.SPEED_FACTOR), GAP);
    if (de != 0) takeFilament(e - fromE);
    if (dx != 0 || dy != 0 || dz != 0) {
      set(At.RESTART_OFFSET, offset);
      set(At.RESTART_LINE, line + 1);
      set(At.OUT_BEFORE, get(At.OUT));
    }
  }
  set(At.LINE, line);
  set(At.X, x);
  set(At.Y, y);
  set(At.Z, z);
  set(At.E, e);
  set(At.FEED, feed);
  set(At.RETRACTED, retracted);
  set(At.FILAMENT, filament);
  set(At.RECOVERED, recovered ? 1 : 0);
  set(At.FROM_X, fromX);
  set(At.FROM_Y, fromY);
  set(At.FROM_Z, fromZ);
  set(At.FROM_E, fromE);
  set(At.FROM_FILAMENT, fromFilament);
  set(At.FROM_FEED, fromFeed);
  set(At.FROM_RETRACTED, fromRetracted);
  if (mask & (X_BIT | Y_BIT | Z_BIT)) set(At.AXIS_NAMED, 1);
  return true;
}

/** Whether a move that prints goes on at the level under way, and begins no ramp. */
function printsOn(z: f64, dz: f64): bool {
  const level = get(At.LEVEL_Z);
  if (dz == 0) return z - level <= HAIR && level - z <= HAIR;
  const thickness = get(At.THICKNESS);
  const next = level + thickness;
  return get(At.RESTART_OFFSET) < 0 && !(z >= next - HAIR && z < next + thickness);
}

function takeExtrusion(length: f64, sloped: bool, filament: f64, offset: f64, line: f64): void {
  set(At.EXTRUDED_MM, get(At.EXTRUDED_MM) + length);
  if (sloped) set(At.SLOPED_MM, get(At.SLOPED_MM) + length);
  else set(At.LEVEL_MOVE, 1);
  set(At.END_OFFSET, offset);
  set(At.END_LINE, line);
  set(At.FILAMENT_AT_END, filament);
  set(At.RESTART_OFFSET, -1);
  set(At.HELD, 0);
  set(At.OUT, 0);
  set(At.OUT_BEFORE, 0);
  set(At.EXTRUSIONS, get(At.EXTRUSIONS) + 1);
}

function takeFilament(mm: f64): void {
  const left = get(At.HELD) - mm;
  if (left < 0) set(At.OUT, get(At.OUT) - left);
  set(At.HELD, Math.max(0, left));
}

/** `Planner.addLine`. */
function addLine(dx: f64, dy: f64, dz: f64, de: f64, feed: f64, slot: i32): void {
  const length = pathLength(dx, dy, dz, de);
  if (!(length >= SHORTEST && length <= LONGEST)) return;
  const s = 1 / length;
  const ux = dx * s;
  const uy = dy * s;
  const uz = dz * s;
  const ue = de * s;
  addPiece(length, ux, uy, uz, ue, feed, slot);
  set(At.LAST_X, ux);
  set(At.LAST_Y, uy);
  set(At.LAST_Z, uz);
  set(At.LAST_E, ue);
}

function addPiece(length: f64, ux: f64, uy: f64, uz: f64, ue: f64, feed: f64, slot: i32): void {
  let cruise = Math.max(Math.max(feed, get(At.MINIMUM_FEED)), SLOWEST);
  const ax = Math.abs(ux);
  const ay = Math.abs(uy);
  const az = Math.abs(uz);
  const ae = Math.abs(ue);
  if (cruise * ax > get(At.MAX_X)) cruise = get(At.MAX_X) / ax;
  if (cruise * ay > get(At.MAX_Y)) cruise = get(At.MAX_Y) / ay;
  if (cruise * az > get(At.MAX_Z)) cruise = get(At.MAX_Z) / az;
  if (cruise * ae > get(At.MAX_E)) cruise = get(At.MAX_E) / ae;

  let accel = get(At.PRINT_ACCEL);
  if (ax == 0 && ay == 0 && az == 0) accel = get(At.RETRACT_ACCEL);
  else if (ue == 0) accel = get(At.TRAVEL_ACCEL);
  if (accel * ax > get(At.ACCEL_X)) accel = get(At.ACCEL_X) / ax;
  if (accel * ay > get(At.ACCEL_Y)) accel = get(At.ACCEL_Y) / ay;
  if (accel * az > get(At.ACCEL_Z)) accel = get(At.ACCEL_Z) / az;
  if (accel * ae > get(At.ACCEL_E)) accel = get(At.ACCEL_E) / ae;

  const corner = get(At.LAST_CRUISE) == 0 ? 0 : cornerSpeed(ux, uy, uz, ue, cruise, accel);
  set(At.LAST_CRUISE, cruise);

  const i = <i32>get(At.COUNT);
  if (slot != GAP) {
    for (let gap = <i32>get(At.GAP_START); gap < i; gap++) {
      store<i32>(At.SLOTS_AT + (gap << 2), slot);
    }
    set(At.GAP_START, <f64>(i + 1));
    set(At.TIMED, 1);
  }
  set(At.COUNT, <f64>(i + 1));
  store<f64>(At.LENGTH_AT + (i << 3), length);
  store<f64>(At.CRUISE_AT + (i << 3), cruise);
  store<f64>(At.ACCELERATION_AT + (i << 3), accel);
  store<f64>(At.CORNER_AT + (i << 3), corner * corner);
  store<i32>(At.SLOTS_AT + (i << 2), slot);
}

function cornerSpeed(ux: f64, uy: f64, uz: f64, ue: f64, cruise: f64, accel: f64): f64 {
  let speed = Math.min(cruise, get(At.LAST_CRUISE));
  const deviation = get(At.DEVIATION);
  if (deviation < 0) {
    const dx = Math.abs(ux - get(At.LAST_X));
    const dy = Math.abs(uy - get(At.LAST_Y));
    const dz = Math.abs(uz - get(At.LAST_Z));
    const de = Math.abs(ue - get(At.LAST_E));
    if (speed * dx > get(At.CORNER_X)) speed = get(At.CORNER_X) / dx;
    if (speed * dy > get(At.CORNER_Y)) speed = get(At.CORNER_Y) / dy;
    if (speed * dz > get(At.CORNER_Z)) speed = get(At.CORNER_Z) / dz;
    if (speed * de > get(At.CORNER_E)) speed = get(At.CORNER_E) / de;
    return speed;
  }
  const cosine = -(ux * get(At.LAST_X) + uy * get(At.LAST_Y) + uz * get(At.LAST_Z));
  return speedByDeviation(cosine, speed, accel, deviation);
}

/** `LineMerger.add`. */
function addMerged(x0: f64, y0: f64, x1: f64, y1: f64, width: f64): void {
  const pieces = get(At.PIECES);
  if (pieces > 0) {
    if (continues(x0, y0, x1, y1, width)) {
      set(At.MERGED_X1, x1);
      set(At.MERGED_Y1, y1);
      set(At.PIECES, pieces + 1);
      return;
    }
    handOn();
  }
  set(At.MERGED_X0, x0);
  set(At.MERGED_Y0, y0);
  set(At.MERGED_X1, x1);
  set(At.MERGED_Y1, y1);
  set(At.MERGED_WIDTH, width);
  set(At.MERGED_LEVEL, get(At.LEVEL));
  set(At.PIECES, 1);
}

function handOn(): void {
  const ready = get(At.READY);
  const to = At.READY_AT + <i32>ready * At.READY_NUMBERS * 8;
  store<f64>(to, get(At.MERGED_X0));
  store<f64>(to + 8, get(At.MERGED_Y0));
  store<f64>(to + 16, get(At.MERGED_X1));
  store<f64>(to + 24, get(At.MERGED_Y1));
  store<f64>(to + 32, get(At.MERGED_WIDTH));
  store<f64>(to + 40, get(At.MERGED_LEVEL));
  set(At.READY, ready + 1);
}

function continues(x0: f64, y0: f64, x1: f64, y1: f64, width: f64): bool {
  if (x0 != get(At.MERGED_X1) || y0 != get(At.MERGED_Y1)) return false;
  if (get(At.LEVEL) != get(At.MERGED_LEVEL) || get(At.PIECES) >= MOST_PIECES) return false;
  if (!isSameWidth(width, get(At.MERGED_WIDTH))) return false;
  return isAboutStraight(x0 - get(At.MERGED_X0), y0 - get(At.MERGED_Y0), x1 - x0, y1 - y0);
}
