import * as At from '../gcode/quick/slots';
import type { MotionLimits } from './limits';
import { LONGEST, pathLength, SHORTEST, SLOWEST, speedByDeviation } from './moves';
import { trapezoidSeconds } from './trapezoid';

/** Slot of moves whose layer is not known yet: travel after the last extrusion. */
const GAP = -1;
/** Moves gathered before a pass; and the most that may wait for their speeds to be certain. */
const BATCH = 2048;
const MOST_PENDING = At.MOST_MOVES;
/** Where waiting moves are kept, one number of each column per move. */
interface MoveColumns {
  readonly size: number;
  readonly length: Float64Array;
  readonly cruise: Float64Array;
  readonly acceleration: Float64Array;
  readonly cornerSquared: Float64Array;
  readonly slots: Int32Array;
}

/**
 * Times moves with look-ahead: each corner gets the highest speed that its angle, the distance to
 * stop in and the distance run up allow. Moves are handed out to slots (one per level of the
 * print), travel to the slot of the extrusion that follows it.
 *
 * A pass runs backwards from rest over the waiting moves, then forwards. Moves before the last
 * corner that is taken at its own limit can no longer change and are timed and forgotten, so
 * memory stays flat whatever the file's length.
 */
export class Planner {
  /** Seconds by slot; index 0 is the first slot. */
  readonly slotSeconds: number[] = [];
  /** Seconds of all that has been timed. */
  committedSeconds = 0;

  private count = 0;
  private size = BATCH;
  private length: Float64Array = new Float64Array(BATCH);
  private cruise: Float64Array = new Float64Array(BATCH);
  private acceleration: Float64Array = new Float64Array(BATCH);
  /** Highest speed at the move's start, squared. */
  private cornerSquared: Float64Array = new Float64Array(BATCH);
  private slots: Int32Array = new Int32Array(BATCH);
  /** Speeds at each move's start, squared: scratch of a pass. */
  private entrySquared = new Float64Array(BATCH + 1);

  private passAt = BATCH;
  /** Speed squared with which the first waiting move begins. */
  private startSquared = 0;
  private gapStart = 0;
  private gapSeconds = 0;

  private lastX = 0;
  private lastY = 0;
  private lastZ = 0;
  private lastE = 0;
  private lastCruise = 0;

  constructor(private limits: MotionLimits) {}

  /** Keeps waiting moves there from now on, where quick reading adds to them: room for all that may wait. */
  moveTo({ size, ...columns }: MoveColumns): void {
    columns.length.set(this.length);
    columns.cruise.set(this.cruise);
    columns.acceleration.set(this.acceleration);
    columns.cornerSquared.set(this.cornerSquared);
    columns.slots.set(this.slots);
    Object.assign(this, columns);
    this.size = size;
    this.entrySquared = new Float64Array(size + 1);
  }

  /** Hands its numbers to quick reading. */
  lend(shared: Float64Array): void {
    const { maxFeed, acceleration, minimumFeed, corner } = this.limits;
    shared[At.MAX_X] = maxFeed.x;
    shared[At.MAX_Y] = maxFeed.y;
    shared[At.MAX_Z] = maxFeed.z;
    shared[At.MAX_E] = maxFeed.e;
    shared[At.MINIMUM_FEED] = minimumFeed;
    shared[At.PRINT_ACCEL] = acceleration.print;
    shared[At.TRAVEL_ACCEL] = acceleration.travel;
    shared[At.RETRACT_ACCEL] = acceleration.retract;
    shared[At.ACCEL_X] = acceleration.x;
    shared[At.ACCEL_Y] = acceleration.y;
    shared[At.ACCEL_Z] = acceleration.z;
    shared[At.ACCEL_E] = acceleration.e;
    if (corner.kind === 'jerk') {
      shared[At.CORNER_X] = corner.x;
      shared[At.CORNER_Y] = corner.y;
      shared[At.CORNER_Z] = corner.z;
      shared[At.CORNER_E] = corner.e;
    }
    shared[At.DEVIATION] = corner.kind === 'jerk' ? -1 : corner.mm;
    shared[At.LAST_X] = this.lastX;
    shared[At.LAST_Y] = this.lastY;
    shared[At.LAST_Z] = this.lastZ;
    shared[At.LAST_E] = this.lastE;
    shared[At.LAST_CRUISE] = this.lastCruise;
    shared[At.COUNT] = this.count;
    shared[At.PASS_AT] = this.passAt;
    shared[At.GAP_START] = this.gapStart;
    shared[At.TIMED] = 0;
  }

  /** Takes back what added moves have made of them. */
  takeBack(shared: Float64Array): void {
    this.lastX = shared[At.LAST_X];
    this.lastY = shared[At.LAST_Y];
    this.lastZ = shared[At.LAST_Z];
    this.lastE = shared[At.LAST_E];
    this.lastCruise = shared[At.LAST_CRUISE];
    this.count = shared[At.COUNT];
    this.gapStart = shared[At.GAP_START];
    if (shared[At.TIMED] !== 0 && this.gapSeconds > 0) {
      this.addSeconds(shared[At.SLOT], this.takeGapSeconds());
    }
    if (this.count >= this.passAt) this.runPass(false);
  }

  /** Later moves obey the new limits; the waiting ones keep theirs. */
  setLimits(limits: MotionLimits): void {
    this.limits = limits;
  }

  /**
   * A straight move by (dx, dy, dz, de) mm at `feed` mm/s.
   * @param slot where its time goes; null for travel, which goes with the next extrusion.
   */
  addLine(dx: number, dy: number, dz: number, de: number, feed: number, slot: number | null): void {
    const length = pathLength(dx, dy, dz, de);
    if (!(length >= SHORTEST && length <= LONGEST)) return;
    const s = 1 / length;
    this.addPiece(length, dx * s, dy * s, dz * s, de * s, feed, slot);
    this.lastX = dx * s;
    this.lastY = dy * s;
    this.lastZ = dz * s;
    this.lastE = de * s;
  }

  /**
   * An arc of `length` mm that starts in direction (ux, uy) and ends in (vx, vy), with dz and de
   * spread evenly over it.
   */
  addArc(
    length: number,
    start: readonly [number, number],
    end: readonly [number, number],
    dz: number,
    de: number,
    feed: number,
    slot: number | null,
  ): void {
    const whole = Math.hypot(length, dz);
    if (!(whole >= SHORTEST && whole <= LONGEST)) return;
    const s = length / whole;
    this.addPiece(whole, start[0] * s, start[1] * s, dz / whole, de / whole, feed, slot);
    this.lastX = end[0] * s;
    this.lastY = end[1] * s;
    this.lastZ = dz / whole;
    this.lastE = de / whole;
  }

  /** Comes to rest: all waiting moves are timed. */
  stop(): void {
    this.runPass(true);
    this.startSquared = 0;
    this.lastCruise = 0;
  }

  /** Adds a wait (dwell, heating, homing) after coming to rest; it goes with the next extrusion. */
  wait(seconds: number): void {
    this.stop();
    this.gapSeconds += seconds;
    this.committedSeconds += seconds;
  }

  /** Comes to rest; the time since the last extrusion then belongs to no slot. */
  dropGap(): void {
    this.stop();
    this.gapSeconds = 0;
  }

  /** Seconds since the start, the waiting moves estimated at their full speed. */
  elapsed(): number {
    let seconds = this.committedSeconds;
    for (let i = 0; i < this.count; i++) seconds += this.length[i] / this.cruise[i];
    return seconds;
  }

  /** Comes to rest and returns the seconds after the last extrusion, which belong to no slot. */
  finish(): number {
    this.stop();
    return this.gapSeconds;
  }

  private addPiece(
    length: number,
    ux: number,
    uy: number,
    uz: number,
    ue: number,
    feed: number,
    slot: number | null,
  ): void {
    const { maxFeed, acceleration, minimumFeed } = this.limits;
    let cruise = Math.max(feed, minimumFeed, SLOWEST);
    const ax = Math.abs(ux);
    const ay = Math.abs(uy);
    const az = Math.abs(uz);
    const ae = Math.abs(ue);
    if (cruise * ax > maxFeed.x) cruise = maxFeed.x / ax;
    if (cruise * ay > maxFeed.y) cruise = maxFeed.y / ay;
    if (cruise * az > maxFeed.z) cruise = maxFeed.z / az;
    if (cruise * ae > maxFeed.e) cruise = maxFeed.e / ae;

    const alone = ax === 0 && ay === 0 && az === 0;
    let accel = alone ? acceleration.retract : ue === 0 ? acceleration.travel : acceleration.print;
    if (accel * ax > acceleration.x) accel = acceleration.x / ax;
    if (accel * ay > acceleration.y) accel = acceleration.y / ay;
    if (accel * az > acceleration.z) accel = acceleration.z / az;
    if (accel * ae > acceleration.e) accel = acceleration.e / ae;

    const corner = this.lastCruise === 0 ? 0 : this.cornerSpeed(ux, uy, uz, ue, cruise, accel);
    this.lastCruise = cruise;

    if (slot !== null && this.gapStart < this.count) this.closeGap(slot);
    if (slot !== null && this.gapSeconds > 0) this.addSeconds(slot, this.takeGapSeconds());

    const i = this.count++;
    this.length[i] = length;
    this.cruise[i] = cruise;
    this.acceleration[i] = accel;
    this.cornerSquared[i] = corner * corner;
    this.slots[i] = slot ?? GAP;
    if (slot !== null) this.gapStart = this.count;
    if (this.count >= this.passAt) this.runPass(false);
  }

  /** Highest speed through the corner between the previous move and this direction, mm/s. */
  private cornerSpeed(
    ux: number,
    uy: number,
    uz: number,
    ue: number,
    cruise: number,
    accel: number,
  ): number {
    const corner = this.limits.corner;
    let speed = Math.min(cruise, this.lastCruise);
    if (corner.kind === 'jerk') {
      const dx = Math.abs(ux - this.lastX);
      const dy = Math.abs(uy - this.lastY);
      const dz = Math.abs(uz - this.lastZ);
      const de = Math.abs(ue - this.lastE);
      if (speed * dx > corner.x) speed = corner.x / dx;
      if (speed * dy > corner.y) speed = corner.y / dy;
      if (speed * dz > corner.z) speed = corner.z / dz;
      if (speed * de > corner.e) speed = corner.e / de;
      return speed;
    }
    const cosine = -(ux * this.lastX + uy * this.lastY + uz * this.lastZ);
    return speedByDeviation(cosine, speed, accel, corner.mm);
  }

  private closeGap(slot: number): void {
    for (let i = this.gapStart; i < this.count; i++) this.slots[i] = slot;
  }

  private takeGapSeconds(): number {
    const seconds = this.gapSeconds;
    this.gapSeconds = 0;
    return seconds;
  }

  private addSeconds(slot: number, seconds: number): void {
    while (this.slotSeconds.length <= slot) this.slotSeconds.push(0);
    this.slotSeconds[slot] += seconds;
  }

  private runPass(toRest: boolean): void {
    const certain = this.planBackwards(toRest);
    if (!toRest && certain < this.count / 2 && this.passAt < MOST_PENDING) {
      this.passAt *= 2;
      this.makeRoom();
      return;
    }
    // So many moves in one deceleration do not occur; half of them can be dropped safely.
    this.commit(certain > 0 || toRest ? certain : this.count >> 1);
    if (toRest || this.count < BATCH / 2) this.passAt = BATCH;
  }

  /**
   * Entry speeds seen from the end: never more than can be braked from. Returns how many moves
   * can no longer change: those before the last corner that is taken at its own limit.
   */
  private planBackwards(toRest: boolean): number {
    const { count, entrySquared, cornerSquared, acceleration, length } = this;
    const queue = this.limits.queue;
    let certain = toRest ? count : 0;
    let next = 0;
    entrySquared[count] = 0;
    for (let i = count - 1; i >= 0; i--) {
      const limit = i === 0 ? this.startSquared : cornerSquared[i];
      const reachable = next + 2 * acceleration[i] * length[i];
      if (limit <= reachable) {
        if (certain === 0) certain = i;
        next = limit;
      } else {
        next = reachable;
      }
      entrySquared[i] = next;
    }
    if (queue === null) return certain;
    this.limitByQueue(queue);
    // Nearer to the end, moves that are still to come would open the window.
    return toRest ? certain : Math.max(0, Math.min(certain, count - 2 * queue));
  }

  /** A planner that knows `queue` moves must be able to stop at the end of what it knows. */
  private limitByQueue(queue: number): void {
    const { count, entrySquared, acceleration, length } = this;
    let window = 0;
    for (let i = count - 1; i >= 1; i--) {
      window += 2 * acceleration[i] * length[i];
      if (i + queue < count) window -= 2 * acceleration[i + queue] * length[i + queue];
      const reachable = entrySquared[i + 1] + 2 * acceleration[i] * length[i];
      entrySquared[i] = Math.min(entrySquared[i], window, reachable);
    }
  }

  /** Runs forwards over the first `upTo` moves, times them and forgets them. */
  private commit(upTo: number): void {
    const { entrySquared, acceleration, length, cruise, slots } = this;
    let entry2 = this.startSquared;
    let entry = Math.sqrt(entry2);
    for (let i = 0; i < upTo; i++) {
      const exit2 = Math.min(entrySquared[i + 1], entry2 + 2 * acceleration[i] * length[i]);
      const exit = Math.sqrt(exit2);
      const seconds = trapezoidSeconds(length[i], entry, exit, cruise[i], acceleration[i]);
      this.committedSeconds += seconds;
      if (slots[i] === GAP) this.gapSeconds += seconds;
      else this.addSeconds(slots[i], seconds);
      entry = exit;
      entry2 = exit2;
    }
    this.startSquared = entry2;
    this.gapStart = Math.max(0, this.gapStart - upTo);
    for (const column of [length, cruise, acceleration, this.cornerSquared, slots]) {
      column.copyWithin(0, upTo, this.count);
    }
    this.count -= upTo;
  }

  private makeRoom(): void {
    if (this.size >= this.passAt) return;
    this.size = this.passAt;
    this.length = grown(this.length, this.size);
    this.cruise = grown(this.cruise, this.size);
    this.acceleration = grown(this.acceleration, this.size);
    this.cornerSquared = grown(this.cornerSquared, this.size);
    this.entrySquared = new Float64Array(this.size + 1);
    const slots = new Int32Array(this.size);
    slots.set(this.slots);
    this.slots = slots;
  }
}

function grown(column: Float64Array, size: number): Float64Array<ArrayBuffer> {
  const larger = new Float64Array(size);
  larger.set(column);
  return larger;
}
