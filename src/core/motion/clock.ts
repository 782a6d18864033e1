import { perSecond, writtenFeed } from '../feed';
import { Effect } from '../gcode/effect';
import type { Machine } from '../gcode/machine';
import type { Words } from '../gcode/lines/words';
import { Heater } from './heating';
import { limitsAfter } from './limitCommands';
import type { MotionLimits, PrinterModel } from './limits';
import { Planner } from './planner';

/** Seconds by what they are spent on. */
export interface PrintSeconds {
  /** Moving, homing and probing. */
  readonly motion: number;
  readonly dwell: number;
  readonly heating: number;
  readonly total: number;
}

/** Length (mm) and speed (mm/s) of a firmware retraction until the file sets them by M207. */
const ORDINARY_RETRACT = { mm: 1, feed: 35 };

/** Keeps the time of a print: moves through the planner, waits by their kind. */
export class PrintClock {
  readonly planner: Planner;
  private limits: MotionLimits;
  private readonly nozzle: Heater;
  private readonly bed: Heater;
  private dwell = 0;
  private heating = 0;
  private retract = ORDINARY_RETRACT;

  constructor(private readonly model: PrinterModel) {
    const { heating, limits } = model;
    this.limits = limits;
    this.planner = new Planner(limits);
    this.nozzle = new Heater(heating.nozzlePerSecond, heating.ambient);
    this.bed = new Heater(heating.bedPerSecond, heating.ambient);
  }

  /** Takes the time of everything that is not a move along X, Y, Z or E. */
  takeEffect(effect: Effect, machine: Machine, words: Words): void {
    switch (effect) {
      case Effect.Dwell:
        this.dwell += machine.waitSeconds;
        this.planner.wait(machine.waitSeconds);
        return;
      case Effect.Home:
        this.planner.wait(this.model.homingSeconds);
        return;
      case Effect.Probe:
        this.planner.wait(this.model.probingSeconds);
        return;
      case Effect.Heat:
        this.heat(machine, words);
        return;
      case Effect.Limits:
        if (words.code === 207) {
          this.retract = {
            mm: words.getOr('S', this.retract.mm),
            feed: words.has('F') ? perSecond(writtenFeed(words.get('F'))) : this.retract.feed,
          };
          return;
        }
        this.limits = limitsAfter(this.limits, words);
        this.planner.setLimits(this.limits);
        return;
      case Effect.FirmwareRetract: {
        const { mm, feed } = this.retract;
        this.planner.addLine(0, 0, 0, machine.firmwareRetracted ? -mm : mm, feed, null);
        return;
      }
      case Effect.Tool:
      case Effect.Stop:
        this.planner.stop();
        return;
      default:
    }
  }

  /** Totals so far; call after the planner has come to rest. */
  totals(): PrintSeconds {
    const total = this.planner.committedSeconds;
    return {
      motion: total - this.dwell - this.heating,
      dwell: this.dwell,
      heating: this.heating,
      total,
    };
  }

  private heat(machine: Machine, words: Words): void {
    const heater = machine.heatsBed ? this.bed : this.nozzle;
    if (machine.heatWaits) this.planner.stop();
    const now = this.planner.elapsed();
    heater.aim(machine.heatTarget, now);
    if (!machine.heatWaits) return;
    const seconds = heater.secondsToTarget(now, words.has('R'));
    this.heating += seconds;
    this.planner.wait(seconds);
  }
}
