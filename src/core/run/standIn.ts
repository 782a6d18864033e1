import { Effect } from '../gcode/effect';
import { Machine } from '../gcode/machine';
import { scanLine } from '../gcode/lines/scan';
import { commandText } from '../gcode/stops';
import { Words } from '../gcode/lines/words';
import { waitsForSomebody } from '../gcode/stopCommands';

/** How a stand-in behaves: what a profile says of the printer that it stands for. */
export interface StandInProfile {
  /** Commands that it stops for, as `M600`; it passes over others silently. */
  readonly obeys: readonly string[];
  /** Seconds of waiting after which the nozzle cools and the motors switch off; null for never. */
  readonly nozzleCools: number | null;
  readonly motorsLetGo: number | null;
}

/** What can be made to go wrong. */
export const FAULTS = ['miss-stop', 'run-out', 'lose-place', 'wait-long'] as const;
export type Fault = (typeof FAULTS)[number];

export type StandInPhase = 'printing' | 'waiting' | 'paused' | 'run-out' | 'done' | 'cancelled';

/** What a stand-in shows to whoever looks. */
export interface StandInState {
  readonly phase: StandInPhase;
  /** Its own time since it was started, s: at 60 times the speed an hour is a minute. */
  readonly seconds: number;
  readonly line: number;
  readonly z: number;
  readonly nozzle: number;
  readonly nozzleTarget: number;
  readonly bed: number;
  readonly motorsHeld: boolean;
  readonly isPlaceLost: boolean;
  /** Stops so far, and since when it waits, s of its own time. */
  readonly stops: number;
  readonly waitsSince: number | null;
  /** Two lines for a display, and tones that are to be heard. */
  readonly display: readonly [string, string];
  readonly tones: number;
}

/** Degrees a second, and the room's temperature, °C. */
const HEATS = 2.5;
const COOLS = 1;
const ROOM = 22;
/** A line that takes no time still takes some, s. */
const LEAST = 0.002;
/** How long nobody comes when it is to wait long, s. */
const LONG_WAIT = 900;
/** A nozzle colder than its target by more than this cannot push, °C. */
const COLD = 20;

/**
 * A printer that is none: it follows a file line by line in a time of its own, stops where the printer that it
 * stands for would, cools, switches its motors off, and makes the mistakes it is asked to make.
 */
export class StandIn {
  private readonly machine: Machine;
  private readonly words = new Words();
  private at = 0;
  private line = 0;
  private seconds = 0;
  /** Time that the present line still takes, s. */
  private owed = 0;
  private phase: StandInPhase = 'printing';
  private nozzle = ROOM;
  private bed = ROOM;
  private motorsHeld = true;
  private isPlaceLost = false;
  private stops = 0;
  private waitsSince: number | null = null;
  private tones = 0;
  private message = '';
  private readonly faults = new Set<Fault>();

  constructor(
    private readonly bytes: Uint8Array,
    private readonly profile: StandInProfile,
  ) {
    this.machine = new Machine([...profile.obeys]);
  }

  /** Lets so much of its own time pass, s. */
  advance(seconds: number): void {
    // In small steps: heaters and waits are followed beside the lines.
    for (let left = seconds; left > 0 && !this.isOver;) {
      const step = Math.min(left, 0.5);
      this.step(step);
      left -= step;
    }
  }

  /** Heats up as in so much time, s, and no other time passes. */
  warm(seconds: number): void {
    const to = this.isAsleep ? ROOM : this.machine.nozzleTarget;
    if (this.nozzle < to) this.nozzle = Math.min(to, this.nozzle + HEATS * seconds);
  }

  get isOver(): boolean {
    return this.phase === 'done' || this.phase === 'cancelled';
  }

  pause(): void {
    if (this.phase === 'printing') this.wait('paused');
  }

  /** Goes on, unless it is too cold to push; answers whether it did. */
  resume(): boolean {
    if (this.phase === 'printing' || this.isOver) return false;
    if (this.nozzle < this.machine.nozzleTarget - COLD) return false;
    if (!this.motorsHeld) this.isPlaceLost = true;
    this.phase = 'printing';
    this.waitsSince = null;
    this.motorsHeld = true;
    this.message = '';
    return true;
  }

  /** Heats the nozzle again after it has cooled by itself. */
  reheat(): void {
    this.isAsleep = false;
    if (this.waitsSince !== null) this.waitsSince = this.seconds;
  }

  cancel(): void {
    if (!this.isOver) this.phase = 'cancelled';
    this.isAsleep = true;
  }

  breaks(fault: Fault): void {
    if (fault === 'run-out') {
      if (this.phase === 'printing') this.wait('run-out');
    } else if (fault === 'lose-place') this.isPlaceLost = true;
    // As when somebody comes a quarter of an hour late.
    else if (fault === 'wait-long') this.advance(this.waitsSince === null ? 0 : LONG_WAIT);
    else this.faults.add(fault);
  }

  private isAsleep = false;

  get state(): StandInState {
    const { machine } = this;
    const target = this.isAsleep ? 0 : machine.nozzleTarget;
    const first =
      this.phase === 'waiting'
        ? this.message || 'Change filament'
        : {
            printing: 'Printing',
            paused: 'Paused',
            'run-out': 'No filament',
            done: 'Done',
            cancelled: 'Stopped',
          }[this.phase];
    return {
      phase: this.phase,
      seconds: this.seconds,
      line: this.line,
      z: machine.z,
      nozzle: Math.round(this.nozzle),
      nozzleTarget: target,
      bed: Math.round(this.bed),
      motorsHeld: this.motorsHeld,
      isPlaceLost: this.isPlaceLost,
      stops: this.stops,
      waitsSince: this.waitsSince,
      display: [
        first,
        `${Math.round(this.nozzle)}/${Math.round(target)} C  Z ${machine.z.toFixed(2)}`,
      ],
      tones: this.tones,
    };
  }

  private step(seconds: number): void {
    this.seconds += seconds;
    this.heat(seconds);
    if (!this.isPrinting()) return this.grow();
    this.owed -= seconds;
    while (this.owed <= 0 && this.isPrinting()) {
      if (this.at >= this.bytes.length) {
        this.phase = 'done';
        return;
      }
      this.obey();
    }
  }

  private isPrinting(): boolean {
    return this.phase === 'printing';
  }

  /** What becomes of a printer that waits. */
  private grow(): void {
    if (this.waitsSince === null) return;
    const waited = this.seconds - this.waitsSince;
    const { nozzleCools, motorsLetGo } = this.profile;
    if (nozzleCools !== null && waited >= nozzleCools) this.isAsleep = true;
    if (motorsLetGo !== null && waited >= motorsLetGo) this.motorsHeld = false;
  }

  private heat(seconds: number): void {
    const { machine } = this;
    const to = (now: number, target: number): number =>
      now < target
        ? Math.min(target, now + HEATS * seconds)
        : Math.max(target, ROOM, now - COOLS * seconds);
    this.nozzle = to(this.nozzle, this.isAsleep ? ROOM : machine.nozzleTarget);
    this.bed = to(this.bed, this.phase === 'cancelled' ? ROOM : machine.bedTarget);
  }

  private wait(phase: 'waiting' | 'paused' | 'run-out'): void {
    this.owed = Math.max(0, this.owed);
    this.phase = phase;
    this.waitsSince = this.seconds;
    this.tones++;
  }

  private obey(): void {
    const { bytes, words, machine } = this;
    const from = this.at;
    this.at = scanLine(bytes, from, bytes.length, words);
    this.line++;
    const before = { x: machine.x, y: machine.y, z: machine.z };
    const effect = machine.execute(words, bytes);
    // What is left of a step goes to the next line.
    this.owed += this.secondsOf(effect, before);
    const text = commandText(words, bytes, from);
    if (/^M117\b/i.test(text)) this.message = text.slice(4).trim();
    if (/^M300\b/i.test(text)) this.tones++;
    if (!waitsForSomebody(effect, machine) || !this.obeysIt(text)) return;
    if (this.faults.delete('miss-stop')) return;
    this.stops++;
    this.wait('waiting');
  }

  private obeysIt(text: string): boolean {
    const word = text.split(/\s/, 1)[0].toUpperCase();
    return this.profile.obeys.some((one) => one.split(/\s/, 1)[0].toUpperCase() === word);
  }

  private secondsOf(effect: Effect, { x, y, z }: { x: number; y: number; z: number }): number {
    const { machine, words } = this;
    if (effect === Effect.Heat && machine.heatWaits) {
      const missing = machine.heatsBed
        ? machine.heatTarget - this.bed
        : machine.heatTarget - this.nozzle;
      return Math.max(LEAST, missing / HEATS);
    }
    if (words.letter === 71 && words.code === 4) {
      return words.getOr('S', 0) + words.getOr('P', 0) / 1000;
    }
    if (effect !== Effect.Line && effect !== Effect.Curve) return LEAST;
    const length = Math.hypot(machine.x - x, machine.y - y, machine.z - z);
    const feed = machine.feed > 0 ? machine.feed : 30;
    return Number.isFinite(length) ? Math.max(LEAST, length / feed) : LEAST;
  }
}
