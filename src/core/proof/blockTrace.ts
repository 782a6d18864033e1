import { Effect } from '../gcode/effect';
import { canUse } from '../gcode/stopCommands';
import { forEachChord } from '../geometry/arcs';
import type { Printer } from '../printer/printer';
import type { ObeyedLine } from '../printer/simulate';
import { TIME_LIMIT } from '../recipe/message';
import { FilamentGauge, NO_PROMISES, type BlockPromises } from '../recipe/promises';
import type { Block } from '../blocks/blocks';
import { releasesMotors, whyUnknown } from './knownLines';

/** A place of the nozzle, machine mm. */
export interface NozzlePoint {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** A move inside a block. */
export interface TracedMove {
  readonly line: number;
  readonly from: NozzlePoint;
  readonly to: NozzlePoint;
  /** Filament that came out, mm; making a retraction good counts as none. */
  readonly pushed: number;
  /** It begins where a script that nobody can see has left the head. */
  readonly unseen: boolean;
}

/** A stop inside a block, and where the nozzle waits; the place is null when the firmware chooses it. */
export interface TracedStop {
  readonly line: number;
  readonly command: string;
  readonly park: NozzlePoint | null;
}

/** A line that must not stand in a block, and why, as the end of a sentence. */
export interface TracedFault {
  readonly line: number;
  readonly message: string;
}

/** Shorter waits than this are pauses between tones and no stop, s. */
const SHORTEST_WAIT = 5;
const G = 71;
const M = 77;

function isAmong(stretches: Block['own'], line: number): boolean {
  return stretches.some(({ firstLine, lastLine }) => line >= firstLine && line <= lastLine);
}

/** What a printer does in one block, line by line. */
export class BlockTrace {
  readonly moves: TracedMove[] = [];
  readonly stops: TracedStop[] = [];
  /** The first line that cannot be followed, and the first that switches a heater off or lets motors go. */
  unknown: TracedFault | null = null;
  coldLine: number | null = null;
  releaseLine: number | null = null;
  /** Where it homes, by the file that begins: how high the head is, and whether all axes are homed. */
  readonly homings: { readonly line: number; readonly z: number; readonly all: boolean }[] = [];
  /** Where the head waits in a file that begins, while fresh filament is purged. */
  readonly waits: NozzlePoint[] = [];
  /** Macros that are taken at their word. */
  readonly macros: string[] = [];
  /** Lines that show the progress or the time left. */
  readonly shown: string[] = [];
  /** What it shows on the display, and the person's own lines. */
  readonly messages: string[] = [];
  readonly own: string[] = [];
  /** Words of the file that nobody follows. */
  readonly carried: string[] = [];
  /** Commands met since the latest that says how filament counts; null before any. */
  sinceFilamentMode: number | null = null;
  /** Commands without a line number, in a file whose lines are numbered. */
  unnumbered = 0;
  private readonly done = { ...NO_PROMISES } as {
    -readonly [K in keyof BlockPromises]: BlockPromises[K];
  };
  private gauge: FilamentGauge | null = null;
  private standby = 0;
  private silences = 0;

  constructor(
    private readonly block: Pick<Block, 'kind' | 'own' | 'carried' | 'promises'>,
    private readonly printer: Printer,
  ) {}

  /** What the block did, in the terms in which it promises. */
  get kept(): BlockPromises {
    const { unloads = 0, loads = 0, clears = 0 } = this.gauge ?? {};
    // Each tone has a silence behind it, without which two run together.
    const beeps = Math.min(this.done.beeps, this.silences);
    return { ...this.done, stops: this.stops.length, unloads, loads, clears, beeps };
  }

  get tones(): number {
    return this.done.beeps;
  }

  /** Follows one line. A person's hands, and scripts that nobody sees, act on the machine too. */
  obey(obeyed: ObeyedLine): void {
    const { machine, words, effect, line, text } = obeyed;
    const isCommand = words.letter !== 0 || words.macro;
    if (!isCommand && words.issues === 0) return;
    if (effect === Effect.Home && this.block.kind === 'takeup') return this.takeHoming(obeyed);
    if (effect === Effect.None && isAmong(this.block.carried, line)) {
      this.carried.push(text);
      return;
    }
    const why = whyUnknown(obeyed, this.printer);
    if (why !== null) this.unknown ??= { line, message: why };
    if (words.macro) this.macros.push(text);
    if (releasesMotors(words, this.printer.firmware.namesMotors)) this.releaseLine ??= line;
    if (machine.lineNumber >= 0 && words.lineNumber < 0) this.unnumbered++;
    const isOwn = isAmong(this.block.own, line);
    if (words.letter === M && words.code === 73) this.shown.push(text);
    if (isOwn) this.own.push(text);
    else if (words.letter === M && words.code === 117) this.messages.push(text);
    this.countModes(obeyed);
    if (effect === Effect.Line || effect === Effect.Curve) this.takeMove(obeyed, isOwn);
    else if (effect === Effect.Heat) this.takeHeat(obeyed, isOwn);
    else if (effect === Effect.Dwell && machine.waitSeconds >= SHORTEST_WAIT) {
      this.takeStop(obeyed, `G4 S${machine.waitSeconds}`);
    } else if (effect === Effect.Stop) this.takeStopCommand(obeyed);
    else if (words.letter === M && !isOwn) this.takeQuiet(obeyed);
  }

  private takeHoming({ words, line, machine, text }: ObeyedLine): void {
    const xy = words.names('X') && words.names('Y') && !words.names('Z');
    const all = ['X', 'Y', 'Z', 'E', 'F'].every((letter) => !words.names(letter));
    if (!xy && !all)
      this.unknown ??= { line, message: `holds ${text}, which Lamella does not follow` };
    this.homings.push({ line, z: all ? (this.moves.at(-1)?.to.z ?? 0) : machine.z, all });
  }

  private countModes({ words }: ObeyedLine): void {
    const { letter, code } = words;
    if (letter === M && (code === 82 || code === 83)) this.sinceFilamentMode = 0;
    else if (letter === M && code === 110) return;
    else if (this.sinceFilamentMode !== null && !(letter === G && (code === 90 || code === 91))) {
      this.sinceFilamentMode++;
    }
  }

  private takeMove({ machine, words, effect, line }: ObeyedLine, isOwn: boolean): void {
    const from = { x: machine.fromX, y: machine.fromY, z: machine.fromZ };
    const to = { x: machine.x, y: machine.y, z: machine.z };
    // What one firmware takes for a length is a place to another.
    if (words.names('E') && machine.isAmbiguous) {
      const message =
        'moves filament where printers disagree on the extrusion mode (G90 after M83)';
      this.unknown ??= { line, message };
    }
    this.gauge ??= new FilamentGauge(machine.fromRetracted);
    const delta = machine.e - machine.fromE;
    const pushed = delta === 0 ? 0 : this.gauge.move(delta);
    if (!isOwn && (words.names('X') || words.names('Y') || words.names('Z'))) this.done.moves++;
    if (effect === Effect.Line || !machine.curve.valid) {
      const isLost = ![from.x, from.y, from.z].every(Number.isFinite);
      const unseen = isLost && this.done.comesBack;
      this.moves.push({ line, from, to, pushed, unseen });
      const goes = words.names('X') || words.names('Y');
      if (this.block.kind === 'takeup' && goes && this.waits.length === 0) this.waits.push(to);
      return;
    }
    // A curve by its chords; on the way the nozzle may be as low as at its lower end.
    const z = Math.min(from.z, to.z);
    forEachChord(machine.curve, (x0, y0, x1, y1) => {
      const chord = { from: { x: x0, y: y0, z }, to: { x: x1, y: y1, z } };
      this.moves.push({ line, ...chord, pushed, unseen: false });
    });
  }

  private takeHeat({ machine, line }: ObeyedLine, isOwn: boolean): void {
    if (machine.heatTarget <= 0) this.coldLine ??= line;
    if (machine.heatsBed || isOwn) return;
    if (machine.heatWaits) this.done.heatsTo = machine.heatTarget;
    else if (this.stops.length === 0) this.standby = machine.heatTarget;
  }

  private takeStop({ machine, line }: ObeyedLine, command: string): void {
    const park = { x: machine.x, y: machine.y, z: machine.z };
    // Lifted where it stood, it waits there; where a firmware goes by itself is not known.
    const goes = this.moves.some(({ from, to }) => Math.hypot(to.x - from.x, to.y - from.y) > 0);
    this.stops.push({ line, command, park: goes ? park : null });
    this.afterStop(machine);
  }

  /** A change command with a place moves by itself: up, to the place, and back. */
  private takeStopCommand(obeyed: ObeyedLine): void {
    const { machine, words, line, text } = obeyed;
    if (words.letter === M && words.code <= 1 && TIME_LIMIT.test(text.slice(2))) {
      const message = `may resume by itself: printers read a time limit in ${text}`;
      this.unknown ??= { line, message };
      return;
    }
    const at: NozzlePoint = { x: machine.x, y: machine.y, z: machine.z };
    const isChange = words.letter === M && canUse(words.code, 'change');
    const hasPlace = words.has('X') || words.has('Y');
    if (!isChange || (!hasPlace && !words.has('Z'))) return this.takeStop(obeyed, text);
    if (words.getOr('Z', 0) < 0) this.unknown ??= { line, message: `lowers the head (${text})` };
    const z = at.z + words.getOr('Z', 0);
    const above = { ...at, z };
    const park = { x: words.getOr('X', at.x), y: words.getOr('Y', at.y), z };
    this.stops.push({ line, command: text, park: hasPlace ? park : null });
    const still = { line, pushed: 0, unseen: false };
    if (words.has('Z')) this.moves.push({ ...still, from: at, to: above });
    if (words.has('Z') && hasPlace) {
      this.moves.push({ ...still, from: above, to: park }, { ...still, from: park, to: above });
    }
    if (words.has('Z')) this.moves.push({ ...still, from: above, to: at });
    this.afterStop(machine);
  }

  private afterStop(machine: ObeyedLine['machine']): void {
    const { promises } = this.block;
    this.done.waitsAt = this.standby;
    if (promises?.fedByHand) {
      this.done.fedByHand = true;
      machine.loadByHand();
    }
    this.gauge ??= new FilamentGauge(machine.retracted);
    this.gauge.stop(promises?.fedByHand ?? false);
    if (promises?.comesBack) {
      this.done.comesBack = true;
      machine.forget();
    }
  }

  private takeQuiet({ words }: ObeyedLine): void {
    const { code } = words;
    const keepsOn = code === 84 && words.has('S') && this.printer.firmware.namesMotors;
    if ((code === 17 || keepsOn) && this.stops.length === 0) this.done.keepsMotors = true;
    else if ((code === 84 || code === 18) && words.names('E')) this.done.freesExtruder = true;
    else if (code === 117) this.done.shows = true;
    else if (code === 300) {
      if (words.getOr('S', 1) > 0) this.done.beeps++;
      else this.silences++;
    }
  }
}
