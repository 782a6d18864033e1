import { waitsForSomebody } from '../gcode/stopCommands';
import { FindingList } from '../findings';
import { textOfBytes } from '../text';
import { curveDirections, curveLength, forEachChord } from '../geometry/arcs';
import { LineMerger } from '../geometry/raster/lineMerger';
import { filamentArea, lineWidth } from '../geometry/lineWidth';
import { MOST_LEVELS } from '../geometry/footprint';
import type { LineSink } from '../geometry/raster/lineSink';
import { FootprintRaster } from '../geometry/raster/raster';
import { PrintClock } from '../motion/clock';
import type { PrinterModel } from '../motion/limits';
import { assembleReading, type GatheredFile } from './assemble';
import { describeIssues } from '../gcode/issues';
import { LabelReader } from '../gcode/levels/labels';
import { LevelTracker } from '../gcode/levels/levelTracker';
import { LINES_PER_ENTRY } from '../gcode/lines/lineIndex';
import { LineStream } from '../gcode/lines/lineStream';
import { Effect } from '../gcode/effect';
import { Machine } from '../gcode/machine';
import { QuickLines } from './quickLines';
import type { SlicedFile } from './slicedFile';
import { ToolWatch } from './toolWatch';
import type { SettingLine } from '../gcode/settingName';
import { settingName, settingValue } from '../gcode/settingName';
import { heatedTool } from '../gcode/toolWords';
import { obeyLines } from '../gcode/obey';
import { statedTime, type StatedTime } from '../gcode/statedTime';
import { isOwnMark } from '../gcode/ownMark';
import { commandText, textOfStop, type StopAt } from '../gcode/stops';
import {
  CR,
  ISSUE_AMBIGUOUS_NUMBER,
  ISSUE_BAD_NUMBER,
  ISSUE_TWO_COMMANDS,
  LF,
  Words,
  letterBit,
} from '../gcode/lines/words';

const LETTER_G = 71;
const LETTER_M = 77;
const LETTER_T = 84;
/** Lines that set something and are remembered; ordinary files have some hundreds. */
const MOST_SETTING_LINES = 100_000;
const MOST_UNCLEAR = 100;
/** Smaller buffers are read before another way would have been made ready, bytes. */
const QUICK_FROM = 65_536;
/** Names of macros that end a print. */
const ENDING_MACRO = /(^|_)(END|FINISH|DONE|COMPLETE|SHUT_?DOWN|OFF)/i;
const E_BIT = letterBit('E');
const F_BIT = letterBit('F');
const AXES = letterBit('X') | letterBit('Y') | letterBit('Z') | E_BIT;
/** Oddities that leave open what a line does. */
const UNCLEAR = ISSUE_BAD_NUMBER | ISSUE_AMBIGUOUS_NUMBER | ISSUE_TWO_COMMANDS;

/**
 * Reads a file chunk by chunk: state, layers, time and filament in one pass, while the printed lines go
 * on to whoever stamps them. Feed it with `push`, in any chunk sizes, then call `finish` once. It never
 * throws on bad input; what is wrong is among the findings.
 */
export class GcodeReader {
  private readonly words = new Words();
  private readonly machine: Machine;
  private readonly clock: PrintClock;
  private readonly merger: LineMerger;
  private readonly labels = new LabelReader();
  private readonly findings = new FindingList();
  private readonly tracker: LevelTracker;
  private readonly stops: StopAt[] = [];
  private readonly tools = new ToolWatch();
  /** What the display shows since the latest extrusion. */
  private message: string | null = null;
  private readonly filamentArea: number;
  private readonly stream = new LineStream((bytes, end, base) => this.readLines(bytes, end, base));

  /** Offset in the file of the buffer being read, and lines read so far. */
  private base = 0;
  private line = 0;
  private readonly endings = { lf: 0, crlf: 0, cr: 0 };
  private inches = false;
  private stated: StatedTime | null = null;
  /** The time left that the file shows first, s. */
  private firstRemaining: number | null = null;
  private readonly temperatures = { nozzle: [] as number[], bed: [] as number[] };
  private readonly settingLines: SettingLine[] = [];
  /** Firmwares disagree at present on whether filament counts from where it is. */
  private ambiguous = false;
  /** Line of the latest move that could not be followed. */
  private lostAt = 0;
  /** Latest line that belongs to a shut-down: a heater or the motors off, a macro, an end. */
  private closingLine = 0;
  private sawMacro = false;
  private saidMany = false;
  /** Lines of which it is not clear what they do, the first ones. */
  private readonly unclearLines: { readonly line: number; readonly message: string }[] = [];
  private readonly lineIndex: number[] = [];

  /** Reads plain moves, once a buffer is worth it; null where that cannot be. */
  private quick: QuickLines | null | undefined;

  /** @param quickFrom a buffer of so many bytes is worth reading plain moves in WebAssembly: the result is the same. */
  constructor(
    model: PrinterModel,
    lines: LineSink,
    private readonly quickFrom = QUICK_FROM,
  ) {
    this.merger = new LineMerger(lines);
    this.machine = new Machine(model.stopWords);
    this.tracker = new LevelTracker(this.machine);
    this.clock = new PrintClock(model);
    this.filamentArea = filamentArea(model.filamentDiameter);
  }

  /** True once a line was met that Lamella had written into the file itself. */
  sawOwnMark = false;

  /** Bytes and layers read so far, for a progress display. */
  get progress(): { readonly bytes: number; readonly layers: number } {
    return { bytes: this.stream.base, layers: this.tracker.levels.length };
  }

  push(chunk: Uint8Array): void {
    this.stream.push(chunk);
  }

  /** All that was gathered; the reading is made of it and of what the lines have covered. */
  finish(): GatheredFile {
    const tail = this.stream.finish();
    const { machine, tracker } = this;
    const secondsAfter = this.clock.planner.finish();
    tracker.closeLevel(machine.filament);
    this.merger.flush();
    // What stands behind the last printing move changes nothing for a swap.
    for (const { line, message } of this.unclearLines) {
      if (line > tracker.endLine) break;
      this.findings.add('unsupported-move', 'warning', line, message);
    }
    this.tools.report(this.findings);
    const leavesHot = machine.nozzleTarget > 0 || machine.bedTarget > 0;
    return {
      bytes: this.stream.base,
      lines: this.line,
      endings: this.endings,
      inches: this.inches,
      tracker,
      slotSeconds: this.clock.planner.slotSeconds,
      seconds: this.clock.totals(),
      secondsAfter,
      filamentMm: machine.filament - tracker.changedMm,
      stops: this.stops,
      statedSeconds: this.stated?.seconds ?? this.firstRemaining,
      temperatures: this.temperatures,
      leavesHot,
      settingLines: this.settingLines,
      lineIndex: this.lineIndex,
      findings: this.findings,
      cutOff: tail.length > 0 && endsInsideWord(tail, this.words),
      endsOpen:
        this.closingLine < tracker.endLine &&
        (leavesHot || (this.sawMacro && tracker.endsPrinting && machine.retracted === 0)),
      skippedLine: this.stream.skippedLine,
    };
  }

  private readLines(bytes: Uint8Array, end: number, base: number): void {
    const { words, machine, endings } = this;
    this.base = base;
    const quick = end >= this.quickFrom ? this.quickLines() : null;
    quick?.begin();
    const before = (start: number): void => {
      if (this.line % LINES_PER_ENTRY === 0) this.lineIndex.push(base + start);
      this.line++;
    };
    const after = (effect: Effect, start: number, at: number): void => {
      if (bytes[at - 1] !== LF) {
        if (bytes[at - 1] === CR) endings.cr++;
      } else if (at - 2 >= start && bytes[at - 2] === CR) endings.crlf++;
      else endings.lf++;
      if (words.issues !== 0) this.takeIssues();
      if (words.commentStart >= 0) {
        const mark = this.labels.read(bytes, words);
        if (isOwnMark(bytes, start, at)) this.sawOwnMark = true;
        if (mark !== null) this.tracker.takeMark(mark);
        else if (!this.stated?.isTotal) this.takeStatedTime(statedTime(bytes, words));
      }
      if (effect === Effect.Line) this.takeLine(start, at);
      else if (effect === Effect.Curve) this.takeCurve(start, at);
      else if (effect !== Effect.None) this.takeOther(effect, bytes, start, at);
      else if (words.letter !== 0) this.takeQuiet(bytes, start);
      else if (words.macro) this.takeMacro(bytes, start);
    };
    const ahead = quick ? (at: number) => this.takeAhead(quick, bytes, at, end) : undefined;
    obeyLines(machine, words, bytes, end, { ahead, before, after });
  }

  private quickLines(): QuickLines | null {
    if (this.quick === undefined) {
      const { machine, tracker, merger, filamentArea } = this;
      const { planner } = this.clock;
      this.quick = QuickLines.of({ machine, tracker, planner, merger, filamentArea });
    }
    return this.quick;
  }

  /** Plain moves from `at` on; answers where they end. */
  private takeAhead(quick: QuickLines, bytes: Uint8Array, at: number, end: number): number {
    // The next extrusion has something to be said of.
    if (this.ambiguous) return at;
    const stretch = quick.take(bytes, at, end, this.base, this.line);
    if (stretch === null) return at;
    this.line += stretch.lines;
    this.endings.crlf += stretch.crlf;
    this.endings.lf += stretch.lines - stretch.crlf;
    if (stretch.prints) this.message = null;
    return stretch.next;
  }

  /** Says what is odd on the line; one that decides where things go must be clear. */
  private takeIssues(): void {
    const { words, line, findings } = this;
    describeIssues(words, line, findings);
    const { letter, code } = words;
    const decides =
      letter === LETTER_G ||
      letter === LETTER_T ||
      (letter === LETTER_M && (code === 82 || code === 83 || code === 200));
    if (decides && (words.issues & UNCLEAR) !== 0) {
      this.takeUnclear(
        'The effect of this line is unclear, so nothing about the file can be proven.',
      );
    }
  }

  private watchTools(bytes: Uint8Array, start: number): void {
    const { words, line } = this;
    this.tools.take(words, bytes, line, () => commandText(words, bytes, start));
  }

  private takeStatedTime(stated: StatedTime | null): void {
    if (stated !== null && (this.stated === null || stated.isTotal)) this.stated = stated;
  }

  private takeMacro(bytes: Uint8Array, start: number): void {
    this.sawMacro = true;
    this.watchTools(bytes, start);
    const text = commandText(this.words, bytes, start);
    if (ENDING_MACRO.test(text) && !/OBJECT/i.test(text)) this.closingLine = this.line;
  }

  /** Lines that neither move nor wait. */
  private takeQuiet(bytes: Uint8Array, start: number): void {
    const { words, machine } = this;
    const { letter, code } = words;
    if (letter !== LETTER_G) this.watchTools(bytes, start);
    if (letter === LETTER_G) {
      if (code === 20) this.inches = true;
      if (code === 92 && (words.mask & E_BIT) !== 0) this.tracker.takeExtruderReset();
    } else if (letter === LETTER_M) {
      const what = settingName(words, Effect.None, machine);
      if (what === 'remaining') this.noteRemaining(start);
      else if (what !== null) this.noteSetting(start, what, settingValue(what, machine));
      else if (code === 118) this.message = textOf(words, bytes);
      else if (code === 117) {
        this.message = textOf(words, bytes);
        const mark = this.labels.readShown(bytes, words);
        if (mark !== null) this.tracker.takeMark(mark);
      } else if (code === 18 || code === 84 || code === 2 || code === 30) {
        this.closingLine = this.line;
      }
    }
    this.ambiguous = machine.isAmbiguous;
    if (machine.volumetricArea > 0 && machine.unit !== 1) {
      const message =
        'Filament is given as a volume in inches (M200 with G20). Lamella cannot follow that.';
      this.findings.add('unsupported-move', 'warning', this.line, message);
    }
  }

  private noteRemaining(start: number): void {
    const { words } = this;
    const minutes = words.get('R');
    this.noteSetting(start, 'remaining', minutes);
    this.firstRemaining ??= minutes * 60;
  }

  private noteSetting(start: number, what: SettingLine['what'], value: number): void {
    if (this.settingLines.length >= MOST_SETTING_LINES) {
      const message = `More than ${MOST_SETTING_LINES} lines set the fan, a temperature, the flow or the speed. Those from here on are not checked against the settings of bands.`;
      if (!this.saidMany) this.findings.add('too-many-settings', 'warning', this.line, message);
      this.saidMany = true;
      return;
    }
    this.settingLines.push({
      line: this.line,
      offset: this.base + start,
      what,
      value,
      tool: what === 'nozzle' ? heatedTool(this.words) : null,
      waits: what === 'nozzle' && this.machine.heatWaits,
    });
  }

  private takeLine(start: number, end: number): void {
    const { machine: m, tracker, words } = this;
    if ((words.bare & AXES) !== 0) {
      this.takeUnclear('An axis has no number; printers treat that differently.');
    }
    const dx = m.x - m.fromX;
    const dy = m.y - m.fromY;
    const dz = m.z - m.fromZ;
    const de = (m.e - m.fromE) * m.flowFactor;
    const feed = m.feed * m.speedFactor;
    const { planner } = this.clock;
    if (!m.extruded) {
      planner.addLine(dx, dy, dz, de, feed, null);
      if (de !== 0) tracker.takeFilament(m.e - m.fromE);
      if (dx !== 0 || dy !== 0 || dz !== 0) tracker.takeTravel(this.base + end, this.line);
      return;
    }
    const length = Math.sqrt(dx * dx + dy * dy);
    if (!(length + m.z < Infinity)) return this.sayLost();
    this.takeExtrusion(start, end, length, dz);
    planner.addLine(dx, dy, dz, de, feed, tracker.sections.length - 1);
    const level = tracker.levels.length;
    if (level > MOST_LEVELS) return;
    const area = m.volumetricArea || this.filamentArea;
    const width = lineWidth(de, length, tracker.level!.thickness, area);
    this.merger.add(m.fromX, m.fromY, m.x, m.y, width, level);
  }

  private takeUnclear(message: string): void {
    if (this.unclearLines.length < MOST_UNCLEAR) {
      this.unclearLines.push({ line: this.line, message });
    }
  }

  /** An extrusion from or to a place that nobody knows. */
  private sayLost(): void {
    const message =
      this.lostAt > 0
        ? `Line ${this.lostAt} moves in a way Lamella cannot follow, and the print continues from there.`
        : 'This line prints at an unknown position.';
    this.findings.add('unsupported-move', 'warning', this.line, message);
  }

  private takeCurve(start: number, end: number): void {
    const { machine: m, tracker } = this;
    const { curve } = m;
    if (!curve.valid) {
      const message =
        'The numbers of this arc do not fit together. It is read as a straight line, and nothing about the file can be proven.';
      this.findings.add('impossible-arc', 'warning', this.line, message);
      return this.takeLine(start, end);
    }
    const dz = m.z - m.fromZ;
    const de = (m.e - m.fromE) * m.flowFactor;
    const length = curveLength(curve);
    const [from, to] = curveDirections(curve);
    const feed = m.feed * m.speedFactor;
    const { planner } = this.clock;
    if (!m.extrudedOnCurve) {
      planner.addArc(length, from, to, dz, de, feed, null);
      tracker.takeTravel(this.base + end, this.line);
      return;
    }
    if (!(length + m.z < Infinity)) return this.sayLost();
    this.takeExtrusion(start, end, length, dz);
    planner.addArc(length, from, to, dz, de, feed, tracker.sections.length - 1);
    const level = tracker.levels.length;
    if (level > MOST_LEVELS) return;
    const area = m.volumetricArea || this.filamentArea;
    const width = lineWidth(de, length, tracker.level!.thickness, area);
    forEachChord(curve, (x0, y0, x1, y1) => this.merger.add(x0, y0, x1, y1, width, level));
  }

  private takeExtrusion(start: number, end: number, length: number, dz: number): void {
    const { base, line, tracker } = this;
    const isFirst = tracker.level === null;
    this.message = null;
    if (this.ambiguous) {
      const message =
        'Printers disagree on whether extrusion is absolute or relative here (G90 or G91 after M82 or M83). Lamella follows the latest M82 or M83.';
      this.findings.add('ambiguous-extrusion', 'warning', line, message);
      this.ambiguous = false;
    }
    tracker.takeExtrusion(base + start, base + end, line, length, dz !== 0);
    // Heating and homing before the first extrusion belong to no layer.
    if (isFirst) this.clock.planner.dropGap();
  }

  /** A travel that is not followed. Until the file says its place again, nothing may be printed. */
  private takeUnknown(): void {
    this.lostAt = this.line;
    if ((this.words.mask & (E_BIT | F_BIT)) !== 0) this.sayLost();
  }

  private noteTemperature(start: number): void {
    const { heatsBed, heatTarget } = this.machine;
    if (heatTarget <= 0) this.closingLine = this.line;
    if (heatTarget <= 0) return;
    const known = heatsBed ? this.temperatures.bed : this.temperatures.nozzle;
    if (!known.includes(heatTarget)) known.push(heatTarget);
    if (!heatsBed) this.noteSetting(start, 'nozzle', heatTarget);
  }

  private takeOther(effect: Effect, bytes: Uint8Array, start: number, end: number): void {
    const { machine, words } = this;
    this.clock.takeEffect(effect, machine, words);
    if (effect === Effect.Tool) this.tracker.takeTool(this.base + end, this.line);
    if (effect === Effect.Tool || effect === Effect.Heat) this.watchTools(bytes, start);
    if (effect === Effect.Heat) this.noteTemperature(start);
    if (effect === Effect.Unknown) this.takeUnknown();
    if (waitsForSomebody(effect, machine)) {
      const command = commandText(words, bytes, start);
      this.tracker.takeStop();
      const says = textOfStop(command) ?? this.message;
      this.stops.push({ line: this.line, command, offset: this.base + start, says });
    }
    if (words.macro) this.takeMacro(bytes, start);
  }
}

/** The text behind a command that takes one; null for none. */
function textOf({ textStart, textEnd }: Words, bytes: Uint8Array): string | null {
  const text = textStart < 0 ? '' : textOfBytes(bytes.subarray(textStart, textEnd)).trim();
  return text === '' ? null : text;
}

/** Reads a file that is wholly in memory. */
export function readGcode(bytes: Uint8Array, model: PrinterModel): SlicedFile {
  const raster = new FootprintRaster();
  const reader = new GcodeReader(model, raster);
  reader.push(bytes);
  return assembleReading(reader.finish(), raster.settle());
}

/**
 * A last line without an end is common; one that stops inside a word is not: a letter without its
 * number, a sign or a dot without digits.
 */
function endsInsideWord(tail: Uint8Array, words: Words): boolean {
  if (words.macro || words.textStart >= 0 || words.commentStart >= 0) return false;
  const last = String.fromCharCode(tail[tail.length - 1]);
  if (words.letter === 0) return /[A-Z]/i.test(last);
  return words.letter === LETTER_G && words.code <= 3 && /[A-Z.+-]/i.test(last);
}
