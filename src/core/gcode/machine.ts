import { describeArc, type ArcGeometry } from './arc';
import { letterBit, letterIndex, type Words } from './words';

/** What one line did, as far as motion and time care. */
export const Effect = {
  /** Nothing that moves or waits. */
  None: 0,
  /** A straight move (G0, G1). */
  Line: 1,
  /** An arc (G2, G3); `Machine.arc` holds it. */
  Arc: 2,
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
} as const;
export type Effect = (typeof Effect)[keyof typeof Effect];

const X = letterBit('X');
const Y = letterBit('Y');
const Z = letterBit('Z');
const E = letterBit('E');
const F = letterBit('F');
const XYZ = X | Y | Z;
const iX = letterIndex('X');
const iY = letterIndex('Y');
const iZ = letterIndex('Z');
const iE = letterIndex('E');
const iF = letterIndex('F');
const iS = letterIndex('S');

const G = 71;
const M = 77;
const MM_PER_INCH = 25.4;
/** A pull-back is made good when what is missing is below the last digit that files carry, in mm. */
const RETRACTION_EPSILON = 1e-4;

/** Names of firmware macros that commonly stop and wait; the user's own words come from the printer. */
export const STOP_MACRO = /^(PAUSE|M600|FILAMENT_CHANGE|CHANGE_FILAMENT)\b/i;

/** Longest name of a macro that is looked at. */
const LONGEST_MACRO = 40;

/** Everything of a {@link Machine} that outlives a line, as plain data. */
export const STATE_FIELDS = [
  'x',
  'y',
  'z',
  'e',
  'offsetX',
  'offsetY',
  'offsetZ',
  'offsetE',
  'unit',
  'relative',
  'relativeE',
  'keepsRelativeE',
  'feed',
  'speedFactor',
  'flowFactor',
  'tool',
  'fan',
  'nozzleTarget',
  'bedTarget',
  'retracted',
  'filament',
  'firmwareRetracted',
  'motorsReleased',
] as const;
export type StateField = (typeof STATE_FIELDS)[number];
export type MachineState = Readonly<Pick<Machine, StateField>>;

/**
 * The state of a printer as a file changes it, line by line. Positions are machine millimetres
 * and start at 0; `G92` only moves the origin of the file's numbers. One machine serves reading,
 * the simulated printer and the proof, so that the three can never disagree.
 *
 * Extrusion mode: `M82`/`M83` decide. `G91` makes E relative too, until `G90` gives back what
 * M82/M83 said last; that is how most hobby firmwares behave and what hand-written snippets expect.
 */
export class Machine {
  /** Position, machine mm. */
  x = 0;
  y = 0;
  z = 0;
  /** Filament pushed through since the start, mm, whatever `G92 E` says. */
  e = 0;
  /** Position before the latest move. */
  fromX = 0;
  fromY = 0;
  fromZ = 0;
  fromE = 0;
  fromFilament = 0;
  /** Feed and retraction before it. */
  fromFeed = 0;
  fromRetracted = 0;
  /** machine = number in the file × unit + offset. */
  offsetX = 0;
  offsetY = 0;
  offsetZ = 0;
  offsetE = 0;
  /** mm per unit of the file: 1 or 25.4. */
  unit = 1;
  relative = false;
  relativeE = false;
  /** What M82 or M83 said last; `G90` goes back to it. */
  keepsRelativeE = false;
  /** Feed rate as set, mm/s; the machine starts slowly until a file says otherwise. */
  feed = 25;
  /** M220 and M221 as factors. */
  speedFactor = 1;
  flowFactor = 1;
  tool = 0;
  /** Part fan, 0 to 255. */
  fan = 0;
  nozzleTarget = 0;
  bedTarget = 0;
  /** Filament pulled back by E moves and not yet pushed forward again, mm. */
  retracted = 0;
  /** Filament that stayed outside, mm: the highest E so far of each stretch between tool changes. */
  filament = 0;
  firmwareRetracted = false;
  /** Motors released by M18 or M84 and not moved or homed since. */
  motorsReleased = false;

  /** Seconds of the latest dwell. */
  waitSeconds = 0;
  /** For `Effect.Heat`: which heater, and whether the line waits for it. */
  heatsBed = false;
  heatWaits = false;
  heatTarget = 0;
  /** @param stopWords names of the firmware's own macros that stop and wait, in capitals. */
  constructor(private readonly stopWords: readonly string[] = []) {}

  readonly arc: ArcGeometry = { centreX: 0, centreY: 0, radius: 0, from: 0, sweep: 0, valid: true };

  /** A copy of the lasting state. */
  capture(): MachineState {
    return Object.fromEntries(STATE_FIELDS.map((field) => [field, this[field]])) as MachineState;
  }

  /** A machine that goes on from a captured state. */
  static from(state: MachineState, stopWords: readonly string[] = []): Machine {
    return Object.assign(new Machine(stopWords), state);
  }

  /** Applies one line; `bytes` is needed for the words of macros only. */
  execute(words: Words, bytes: Uint8Array): Effect {
    if (words.letter === G) {
      const code = words.code;
      if (code === 1 || code === 0) return this.move(words);
      return this.executeG(words);
    }
    if (words.letter === M) return this.executeM(words);
    if (words.letter !== 0) return this.selectTool(words.code);
    return words.macro && isStopMacro(words, bytes, this.stopWords) ? Effect.Stop : Effect.None;
  }

  /** The E number the file would have to write to stay where it is (`G92 E…`), in file units. */
  get logicalE(): number {
    return (this.e - this.offsetE) / this.unit;
  }

  /** True when the move just executed pushed filament out while moving in X or Y. */
  get extruded(): boolean {
    return (
      this.e > this.fromE && !this.recovered && (this.x !== this.fromX || this.y !== this.fromY)
    );
  }

  /** The same for an arc, which may end where it began. */
  get extrudedOnArc(): boolean {
    return this.e > this.fromE && !this.recovered && this.arc.valid;
  }

  /** True when the move just executed did no more than push back what had been pulled. */
  recovered = false;

  private move(words: Words): Effect {
    const mask = words.mask;
    const value = words.value;
    const unit = this.unit;
    this.fromX = this.x;
    this.fromY = this.y;
    this.fromZ = this.z;
    this.fromE = this.e;
    this.fromFilament = this.filament;
    this.fromFeed = this.feed;
    this.fromRetracted = this.retracted;
    if ((mask & XYZ) !== 0) {
      this.motorsReleased = false;
      if (this.relative) {
        if ((mask & X) !== 0) this.x += value[iX] * unit;
        if ((mask & Y) !== 0) this.y += value[iY] * unit;
        if ((mask & Z) !== 0) this.z += value[iZ] * unit;
      } else {
        if ((mask & X) !== 0) this.x = value[iX] * unit + this.offsetX;
        if ((mask & Y) !== 0) this.y = value[iY] * unit + this.offsetY;
        if ((mask & Z) !== 0) this.z = value[iZ] * unit + this.offsetZ;
      }
    }
    if ((mask & F) !== 0 && value[iF] > 0) this.feed = (value[iF] * unit) / 60;
    if ((mask & E) !== 0) this.moveE(value[iE] * unit);
    return Effect.Line;
  }

  private moveE(number: number): void {
    const delta = this.relativeE ? number : number + this.offsetE - this.e;
    this.e += delta;
    if (delta < 0) {
      this.retracted -= delta;
      this.recovered = false;
      return;
    }
    const left = this.retracted - delta;
    this.recovered = this.retracted > RETRACTION_EPSILON && Math.abs(left) < RETRACTION_EPSILON;
    if (left > RETRACTION_EPSILON) {
      this.retracted = left;
    } else {
      if (!this.recovered) this.filament -= left * this.flowFactor;
      this.retracted = 0;
    }
  }

  private executeG(words: Words): Effect {
    switch (words.code) {
      case 2:
      case 3:
        return this.moveArc(words);
      case 4:
        this.waitSeconds = words.getOr('S', 0) + words.getOr('P', 0) / 1000;
        return Effect.Dwell;
      case 10:
        if (words.has('P') || words.has('L')) return Effect.None;
        return this.setFirmwareRetraction(true);
      case 11:
        return this.setFirmwareRetraction(false);
      case 20:
        return this.setUnit(MM_PER_INCH);
      case 21:
        return this.setUnit(1);
      case 28:
        return this.home(words);
      case 29:
      case 30:
      case 32:
      case 33:
        return Effect.Probe;
      case 90:
        this.relative = false;
        this.relativeE = this.keepsRelativeE;
        return Effect.None;
      case 91:
        this.relative = true;
        this.relativeE = true;
        return Effect.None;
      case 92:
        this.setPosition(words);
        return Effect.None;
      default:
        return Effect.None;
    }
  }

  private executeM(words: Words): Effect {
    switch (words.code) {
      case 82:
      case 83:
        this.keepsRelativeE = words.code === 83;
        this.relativeE = this.keepsRelativeE;
        return Effect.None;
      case 104:
      case 109:
        return this.heat(words, false, words.code === 109);
      case 140:
      case 190:
        return this.heat(words, true, words.code === 190);
      case 106:
        if (words.getOr('P', 0) === 0) this.fan = words.getOr('S', 255);
        return Effect.None;
      case 107:
        if (words.getOr('P', 0) === 0) this.fan = 0;
        return Effect.None;
      case 18:
      case 84:
        if (!words.has('S')) this.motorsReleased = !onlyExtruder(words);
        return Effect.None;
      case 17:
        this.motorsReleased = false;
        return Effect.None;
      case 201:
      case 203:
      case 204:
      case 205:
      case 207:
        return Effect.Limits;
      case 220:
        if (words.has('S')) this.speedFactor = words.value[iS] / 100;
        return Effect.None;
      case 221:
        if (words.has('S')) this.flowFactor = words.value[iS] / 100;
        return Effect.None;
      case 0:
      case 1:
      case 25:
      case 226:
      case 600:
      case 601:
        return Effect.Stop;
      default:
        return Effect.None;
    }
  }

  private selectTool(code: number): Effect {
    if (code === this.tool) return Effect.None;
    this.tool = code;
    // The new filament starts fresh: what the old one had pulled back stays with it.
    this.retracted = 0;
    return Effect.Tool;
  }

  private setFirmwareRetraction(retract: boolean): Effect {
    if (this.firmwareRetracted === retract) return Effect.None;
    this.firmwareRetracted = retract;
    return Effect.FirmwareRetract;
  }

  private setUnit(unit: number): Effect {
    this.unit = unit;
    return Effect.None;
  }

  private home(words: Words): Effect {
    const all = ((words.mask | words.bare) & XYZ) === 0;
    if (all || words.names('X')) this.x = this.offsetX = 0;
    if (all || words.names('Y')) this.y = this.offsetY = 0;
    if (all || words.names('Z')) this.z = this.offsetZ = 0;
    this.motorsReleased = false;
    return Effect.Home;
  }

  /** `G92`: the present position gets the given numbers; without arguments all become 0. */
  private setPosition(words: Words): void {
    if (words.subcode !== 0) {
      this.offsetX = this.offsetY = this.offsetZ = 0;
      return;
    }
    const mask = words.mask;
    const value = words.value;
    const all = (mask & (XYZ | E)) === 0;
    if (all || (mask & X) !== 0) this.offsetX = this.x - (all ? 0 : value[iX] * this.unit);
    if (all || (mask & Y) !== 0) this.offsetY = this.y - (all ? 0 : value[iY] * this.unit);
    if (all || (mask & Z) !== 0) this.offsetZ = this.z - (all ? 0 : value[iZ] * this.unit);
    if (all || (mask & E) !== 0) this.offsetE = this.e - (all ? 0 : value[iE] * this.unit);
  }

  private heat(words: Words, bed: boolean, waits: boolean): Effect {
    const target = words.has('S') ? words.value[iS] : words.getOr('R', -1);
    if (target < 0) return Effect.None;
    this.heatsBed = bed;
    this.heatWaits = waits;
    this.heatTarget = target;
    if (bed) this.bedTarget = target;
    else if (!words.has('T') || words.get('T') === this.tool) this.nozzleTarget = target;
    return Effect.Heat;
  }

  private moveArc(words: Words): Effect {
    const fromX = this.x;
    const fromY = this.y;
    const wholeCircle = (words.mask & (X | Y)) === 0;
    this.move(words);
    describeArc(this.arc, words, {
      fromX,
      fromY,
      toX: this.x,
      toY: this.y,
      unit: this.unit,
      wholeCircle: wholeCircle || (this.x === fromX && this.y === fromY),
    });
    return Effect.Arc;
  }
}

function onlyExtruder(words: Words): boolean {
  return words.names('E') && !words.names('X') && !words.names('Y') && !words.names('Z');
}

function isStopMacro(words: Words, bytes: Uint8Array, own: readonly string[]): boolean {
  const length = Math.min(words.textEnd - words.textStart, LONGEST_MACRO);
  let text = '';
  for (let i = 0; i < length; i++) text += String.fromCharCode(bytes[words.textStart + i]);
  return STOP_MACRO.test(text) || own.includes(text.split(/\s/, 1)[0].toUpperCase());
}
