import { perSecond, writtenFeed } from '../feed';
import { FILAMENT_HAIR } from '../tolerances';
import type { ArcGeometry } from './curves/arc';
import { CurveReader } from './curves/curve';
import {
  ALL_BITS,
  decidedBy,
  Mode,
  modesAfter,
  modesDisagree,
  STARTING_MODES,
  type ModeCode,
} from './extrusionModes';
import { Effect } from './effect';
import { ADDING_COMMAND, SLOTS_OF_COMMAND, unsetSlots } from './settingSlots';
import { STATE_FIELDS, type StateField } from './stateFields';
import type { SplineGeometry } from './curves/spline';
import { isNumberedSetting, NamedSettings } from './namedSettings';
import { isStopCommand, isStopMacro } from './stopCommands';
import { changedTool, heatedTool, isTableOfHeats } from './toolWords';
import { letterBit, letterIndex, type Words } from './lines/words';

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
/** `M486`, which says which object is printed. */
const LABEL = 486;
const MM_PER_INCH = 25.4;
/** Everything of a {@link Machine} that outlives a line, as plain data. */
export type MachineState = Readonly<Pick<Machine, StateField>>;

/**
 * The state of a printer as a file changes it, line by line. Positions are machine millimetres
 * and start at 0; `G92` only moves the origin of the file's numbers. One machine serves reading,
 * the simulated printer and the proof, so that the three can never disagree.
 *
 * What cannot be known is not a number, and stays so until the file says it again.
 *
 * Extrusion mode: `M82`/`M83` decide. `G91` makes E relative too, until `G90` gives back what
 * M82/M83 said last; that is how most hobby firmwares behave and what hand-written snippets expect.
 * `modes` keeps what other firmwares make of the same lines.
 */
export class Machine {
  /** Position, machine mm. */
  x = 0;
  y = 0;
  z = 0;
  /** Filament purged since the start, mm, whatever `G92 E` says. */
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
  /** Section of the filament while E counts its volume (`M200`), mm²; 0 while E counts its length. */
  volumetricArea = 0;
  private unitE = 1;
  relativeE = false;
  /** How each kind of firmware counts: see `extrusionModes`. */
  modes: number = STARTING_MODES;
  /** Bits of `modes` that a script nobody can see may have changed. */
  unknownModes = 0;
  private relative = false;
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
  /** Filament retracted by E moves and not yet un-retracted, mm. */
  retracted = 0;
  /** Filament that stayed outside, mm: the highest E so far of each stretch between tool changes. */
  filament = 0;
  firmwareRetracted = false;
  /** Motors released by M18 or M84 and not moved or homed since. */
  motorsReleased = false;
  /** Arcs lie in another plane than X and Y (`G18`, `G19`). */
  oddPlane = false;
  /** Number of the latest numbered line (`N12`), and whether such lines carry a checksum; -1 before any. */
  lineNumber = -1;
  sums = false;
  /** Numbered lines that did not follow the one before. */
  numberBreaks = 0;
  /** Settings of the firmware: see `settingSlots`. */
  settings = unsetSlots();
  private names = NamedSettings.none();

  /** Seconds of the latest dwell. */
  waitSeconds = 0;
  /** For `Effect.Heat`: which heater, and whether the line waits for it. */
  heatsBed = false;
  heatWaits = false;
  heatTarget = 0;
  /** @param stopWords names of the firmware's own macros that stop and wait, in capitals. */
  constructor(private readonly stopWords: readonly string[] = []) {}

  private readonly curves = new CurveReader();
  /** Diameter that the latest `M200` named, mm: `M200 S1` goes back to it. */
  volumetricDiameter = 0;

  /** A copy of the lasting state. */
  capture(): MachineState {
    // Field by field: entries would be much slower, and each level and section of a print has a state.
    const copy: Partial<Record<StateField, unknown>> = {};
    for (const field of STATE_FIELDS) copy[field] = this[field];
    copy.settings = this.settings.slice();
    return copy as MachineState;
  }

  /** A machine that goes on from a captured state. */
  static from(state: MachineState, stopWords: readonly string[] = []): Machine {
    const { named, ...fields } = state;
    const machine = Object.assign(new Machine(stopWords), fields);
    machine.settings = state.settings.slice();
    machine.names = NamedSettings.from(named);
    machine.relative = (state.modes & Mode.relative) !== 0;
    machine.setUnits(state.unit, state.volumetricArea);
    return machine;
  }

  /** Settings of the firmware that have names: see `namedSettings`. */
  get named(): string {
    return this.names.capture();
  }

  /** The latest arc or spline. */
  get curve(): ArcGeometry | SplineGeometry {
    return this.curves.latest;
  }

  /** Whether numbers of axes count from where the head is (`G91`), or that is not known. */
  get isRelative(): boolean {
    return this.relative;
  }

  /** mm of filament per unit of the file. */
  get mmPerE(): number {
    return this.unitE;
  }

  /** True when firmwares disagree on whether filament counts from where it is. */
  get isAmbiguous(): boolean {
    return modesDisagree(this.modes);
  }

  /** Makes the place of the head unknown, until the file says it again. */
  losePlace(): void {
    this.x = this.y = this.z = NaN;
  }

  /**
   * What a script that nobody can see may have changed: place, the extruder's number, speed, units
   * and modes. All of it has to be said again.
   */
  forget(): void {
    this.losePlace();
    this.forgetModes();
  }

  /** What another file may have left: the extruder's number, speed, units and modes; the head is where it was. */
  forgetModes(): void {
    this.offsetE = this.feed = NaN;
    this.unknownModes = ALL_BITS;
    // What is counted in a mode that is not known, from a place that is not known, stays unknown.
    this.relative = true;
    this.relativeE = false;
    this.setUnits(NaN, this.volumetricArea);
  }

  /** A person pushed new filament in by hand, up to the tip: nothing is retracted any more. */
  loadByHand(): void {
    this.retracted = 0;
  }

  /** Applies one line; `bytes` is needed for the words of macros only. */
  execute(words: Words, bytes: Uint8Array): Effect {
    if (words.lineNumber >= 0) this.takeNumber(words);
    if (words.letter === G) {
      const code = words.code;
      if (code === 1 || code === 0) return this.move(words);
      return this.executeG(words);
    }
    if (words.letter === M) {
      if (words.code === LABEL) this.names.takeLabel(words, bytes);
      return this.executeM(words);
    }
    if (words.letter !== 0) return this.selectTool(words.code);
    if (!words.macro) return Effect.None;
    if (isStopMacro(words, bytes, this.stopWords)) return Effect.Stop;
    const tool = changedTool(words, bytes);
    if (tool !== null) return this.selectTool(tool);
    this.names.takeNamed(words, bytes);
    return Effect.None;
  }

  /** The E number the file would have to write to stay where it is (`G92 E…`), in file units. */
  get logicalE(): number {
    return logicalE(this);
  }

  /** True when the move just executed pushed filament out while moving in X or Y. */
  get extruded(): boolean {
    return (
      this.e > this.fromE && !this.recovered && (this.x !== this.fromX || this.y !== this.fromY)
    );
  }

  /** The same for a curve, which may end where it began. */
  get extrudedOnCurve(): boolean {
    return this.e > this.fromE && !this.recovered && this.curve.valid;
  }

  /** True when the move just executed did no more than un-retract what had been pulled. */
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
    if ((mask & F) !== 0 && value[iF] > 0) this.feed = perSecond(writtenFeed(value[iF] * unit));
    if ((mask & E) !== 0) this.moveE(value[iE] * this.unitE);
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
    this.recovered = this.retracted > FILAMENT_HAIR && Math.abs(left) < FILAMENT_HAIR;
    if (left > FILAMENT_HAIR) {
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
        return this.moveAlongCurve(words);
      case 5:
        return words.subcode === 0 ? this.moveAlongCurve(words) : this.moveUnknown();
      case 4:
        this.waitSeconds = words.getOr('S', 0) + words.getOr('P', 0) / 1000;
        return Effect.Dwell;
      case 10:
        if (isTableOfHeats(words)) return this.heat(words, false, false);
        if (words.has('P') || words.has('L')) return Effect.None;
        return this.setFirmwareRetraction(true);
      case 11:
        return this.setFirmwareRetraction(false);
      case 20:
        return this.setUnits(MM_PER_INCH, this.volumetricArea);
      case 21:
        return this.setUnits(1, this.volumetricArea);
      case 28:
        return this.home(words);
      case 29:
      case 30:
      case 32:
      case 33:
        return Effect.Probe;
      case 90:
      case 91:
        return this.setModes(words.code);
      case 92:
        this.setPosition(words);
        return Effect.None;
      case 17:
        this.oddPlane = false;
        return Effect.None;
      case 18:
      case 19:
        this.oddPlane = true;
        return Effect.None;
      case 40:
      case 49:
      case 54:
      case 60:
      case 80:
      case 94:
        // The origin and the feed that hold anyway.
        return Effect.None;
      case 51:
      case 52:
      case 55:
      case 56:
      case 57:
      case 58:
      case 59:
      case 68:
        // Other origins, scales and turns: what numbers mean is not known from here on.
        this.offsetX = this.offsetY = this.offsetZ = NaN;
        return this.moveUnknown();
      default:
        return this.moveUnknown();
    }
  }

  private executeM(words: Words): Effect {
    switch (words.code) {
      case 6:
        return words.has('T') ? this.selectTool(words.get('T')) : Effect.None;
      case 82:
      case 83:
        return this.setModes(words.code);
      case 104:
      case 109:
        return this.heat(words, false, words.code === 109);
      case 568:
        return isTableOfHeats(words) ? this.heat(words, false, false) : Effect.None;
      case 140:
      case 190:
        return this.heat(words, true, words.code === 190);
      case 106:
        if (words.getOr('P', 0) === 0) this.fan = words.getOr('S', 255);
        else this.names.takeNumbered(words);
        return Effect.None;
      case 107:
        if (words.getOr('P', 0) === 0) this.fan = 0;
        else this.names.takeNumbered(words);
        return Effect.None;
      case 18:
      case 84:
        if (!words.has('S')) this.motorsReleased = !onlyExtruder(words);
        return Effect.None;
      case 17:
        this.motorsReleased = false;
        return Effect.None;
      case 92:
      case 206:
      case 208:
      case 290:
      case 900:
        this.setSlots(words);
        return Effect.None;
      case 201:
      case 203:
      case 204:
      case 205:
      case 207:
        this.setSlots(words);
        return Effect.Limits;
      case 110:
        if (words.has('N')) this.lineNumber = words.get('N');
        return Effect.None;
      case 200:
        this.setVolumetric(words);
        return Effect.None;
      case 220:
        if (words.has('S')) this.speedFactor = words.value[iS] / 100;
        return Effect.None;
      case 221:
        if (words.has('S')) this.flowFactor = words.value[iS] / 100;
        return Effect.None;
      default:
        if (isNumberedSetting(words)) this.names.takeNumbered(words);
        return isStopCommand(words) ? Effect.Stop : Effect.None;
    }
  }

  private takeNumber(words: Words): void {
    const follows = this.lineNumber < 0 || words.lineNumber === this.lineNumber + 1;
    const isReset = words.letter === M && words.code === 110;
    if (!follows && !isReset) this.numberBreaks++;
    this.lineNumber = words.lineNumber;
    this.sums = words.checksum >= 0;
  }

  private setModes(code: number): Effect {
    this.modes = modesAfter(this.modes, code as ModeCode);
    this.unknownModes &= ~decidedBy(code as ModeCode);
    const isKnown = (this.unknownModes & Mode.relative) === 0;
    this.relative = !isKnown || (this.modes & Mode.relative) !== 0;
    this.relativeE = code === 91 || (this.modes & Mode.own) !== 0;
    return Effect.None;
  }

  private setSlots(words: Words): void {
    for (const { slot, letter } of SLOTS_OF_COMMAND.get(words.code) ?? []) {
      if (!words.has(letter)) continue;
      const before = words.code === ADDING_COMMAND ? this.settings[slot] : 0;
      this.settings[slot] = before + words.get(letter);
    }
  }

  /** `M200`: with `D` or `S1` E counts volume, with `D0` or `S0` length again. */
  private setVolumetric(words: Words): void {
    if (words.has('T') && words.get('T') !== this.tool) return;
    if (words.has('D')) this.volumetricDiameter = Math.max(0, words.get('D') * this.unit);
    const isOn = words.has('S') ? words.value[iS] > 0 : words.has('D');
    const area = isOn ? (Math.PI / 4) * this.volumetricDiameter ** 2 : 0;
    // The extruder's number stays what it is; only what it means changes.
    const number = this.logicalE;
    this.setUnits(this.unit, area);
    this.offsetE = this.e - number * this.unitE;
  }

  private moveUnknown(): Effect {
    this.losePlace();
    return Effect.Unknown;
  }

  private selectTool(code: number): Effect {
    if (code === this.tool) return Effect.None;
    this.tool = code;
    // The new filament starts fresh: what the old one had retracted stays with it.
    this.retracted = 0;
    return Effect.Tool;
  }

  private setFirmwareRetraction(retract: boolean): Effect {
    if (this.firmwareRetracted === retract) return Effect.None;
    this.firmwareRetracted = retract;
    return Effect.FirmwareRetract;
  }

  private setUnits(unit: number, volumetricArea: number): Effect {
    this.unit = unit;
    this.volumetricArea = volumetricArea;
    this.unitE = volumetricArea > 0 ? unit / volumetricArea : unit;
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
    if (words.subcode === 1) {
      this.offsetX = this.offsetY = this.offsetZ = 0;
      return;
    }
    if (words.subcode !== 0) return this.losePlace();
    const mask = words.mask;
    const value = words.value;
    const all = (mask & (XYZ | E)) === 0;
    if (all || (mask & X) !== 0) this.offsetX = this.x - (all ? 0 : value[iX] * this.unit);
    if (all || (mask & Y) !== 0) this.offsetY = this.y - (all ? 0 : value[iY] * this.unit);
    if (all || (mask & Z) !== 0) this.offsetZ = this.z - (all ? 0 : value[iZ] * this.unit);
    if (all || (mask & E) !== 0) this.offsetE = this.e - (all ? 0 : value[iE] * this.unitE);
  }

  private heat(words: Words, bed: boolean, waits: boolean): Effect {
    const target = words.has('S') ? words.value[iS] : words.getOr('R', -1);
    if (target < 0) return Effect.None;
    this.heatsBed = bed;
    this.heatWaits = waits;
    this.heatTarget = target;
    if (bed) this.bedTarget = target;
    else if ((heatedTool(words) ?? this.tool) === this.tool) this.nozzleTarget = target;
    return Effect.Heat;
  }

  private moveAlongCurve(words: Words): Effect {
    const { x: fromX, y: fromY } = this;
    this.move(words);
    const { x: toX, y: toY, unit, oddPlane } = this;
    this.curves.read(words, { fromX, fromY, toX, toY, unit }, oddPlane);
    return Effect.Curve;
  }
}

/** The number that the file would have to write to stay where the extruder is. */
export function logicalE(
  state: Pick<MachineState, 'e' | 'offsetE' | 'unit' | 'volumetricArea'>,
): number {
  const mm = state.unit / (state.volumetricArea > 0 ? state.volumetricArea : 1);
  return (state.e - state.offsetE) / mm;
}

function onlyExtruder(words: Words): boolean {
  return words.names('E') && !words.names('X') && !words.names('Y') && !words.names('Z');
}
