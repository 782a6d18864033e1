import { FindingList } from '../findings';
import { arcDirections, arcLength, forEachChord } from '../geometry/arcs';
import { LineMerger } from '../geometry/lineMerger';
import { filamentArea, lineWidth } from '../geometry/lineWidth';
import { FootprintRaster, MOST_LEVELS } from '../geometry/raster';
import { PrintClock } from '../motion/clock';
import type { PrinterModel } from '../motion/limits';
import { assembleReading } from './assemble';
import { describeIssues } from './issues';
import { LabelReader } from './labels';
import { LevelTracker } from './levelTracker';
import { LINES_PER_ENTRY } from './lineIndex';
import { LineStream } from './lineStream';
import { Effect, Machine } from './machine';
import type { HeatLine, Reading } from './reading';
import { scanLine } from './scan';
import { statedSeconds } from './statedTime';
import { describeStop, type StopAt } from './stops';
import { CR, LF, Words, letterBit } from './words';

const LETTER_G = 71;
/** Lines that set the nozzle's temperature and are remembered; ordinary files have a few. */
const MOST_HEAT_LINES = 2000;
const E_BIT = letterBit('E');

/**
 * Reads a file chunk by chunk: state, layers, time, filament and footprint in one pass. Feed it
 * with `push`, in any chunk sizes, then call `finish` once. It never throws on bad input; what is
 * wrong is among the findings.
 */
export class GcodeReader {
  private readonly words = new Words();
  private readonly machine: Machine;
  private readonly clock: PrintClock;
  private readonly raster = new FootprintRaster();
  private readonly merger = new LineMerger(this.raster);
  private readonly labels = new LabelReader();
  private readonly findings = new FindingList();
  private readonly tracker: LevelTracker;
  private readonly stops: StopAt[] = [];
  private readonly filamentArea: number;
  private readonly stream = new LineStream((bytes, end, base) => this.readLines(bytes, end, base));

  /** Offset in the file of the buffer being read, and lines read so far. */
  private base = 0;
  private line = 0;
  private readonly endings = { lf: 0, crlf: 0, cr: 0 };
  private inches = false;
  private statedSeconds: number | null = null;
  private readonly temperatures = { nozzle: [] as number[], bed: [] as number[] };
  private readonly heatLines: HeatLine[] = [];
  private readonly lineIndex: number[] = [];

  constructor(model: PrinterModel) {
    this.machine = new Machine(model.stopWords);
    this.tracker = new LevelTracker(this.machine);
    this.clock = new PrintClock(model);
    this.filamentArea = filamentArea(model.filamentDiameter);
  }

  /** Bytes and layers read so far, for a progress display. */
  get progress(): { readonly bytes: number; readonly layers: number } {
    return { bytes: this.stream.base, layers: this.tracker.levels.length };
  }

  push(chunk: Uint8Array): void {
    this.stream.push(chunk);
  }

  finish(): Reading {
    const tail = this.stream.finish();
    const secondsAfter = this.clock.planner.finish();
    this.tracker.closeLevel(this.machine.filament);
    this.merger.flush();
    this.raster.settle();
    return assembleReading({
      bytes: this.stream.base,
      lines: this.line,
      endings: this.endings,
      inches: this.inches,
      tracker: this.tracker,
      raster: this.raster,
      slotSeconds: this.clock.planner.slotSeconds,
      seconds: this.clock.totals(),
      secondsAfter,
      filamentMm: this.machine.filament,
      stops: this.stops,
      statedSeconds: this.statedSeconds,
      temperatures: this.temperatures,
      leavesHot: this.machine.nozzleTarget > 0 || this.machine.bedTarget > 0,
      heatLines: this.heatLines,
      lineIndex: this.lineIndex,
      findings: this.findings,
      cutOff: tail.length > 0 && endsInsideWord(tail, this.words),
      skippedLine: this.stream.skippedLine,
    });
  }

  private readLines(bytes: Uint8Array, end: number, base: number): void {
    const { words, machine, endings } = this;
    this.base = base;
    let at = 0;
    while (at < end) {
      const start = at;
      if (this.line % LINES_PER_ENTRY === 0) this.lineIndex.push(base + start);
      at = scanLine(bytes, start, end, words);
      this.line++;
      if (bytes[at - 1] !== LF) {
        if (bytes[at - 1] === CR) endings.cr++;
      } else if (at - 2 >= start && bytes[at - 2] === CR) endings.crlf++;
      else endings.lf++;
      if (words.issues !== 0) describeIssues(words, this.line, this.findings);
      if (words.commentStart >= 0) {
        const mark = this.labels.read(bytes, words);
        if (mark !== null) this.tracker.takeMark(mark);
        else if (this.statedSeconds === null) this.statedSeconds = statedSeconds(bytes, words);
      }
      const effect = machine.execute(words, bytes);
      if (effect === Effect.Line) this.takeLine(start, at);
      else if (effect === Effect.Arc) this.takeArc(start, at);
      else if (effect !== Effect.None) this.takeOther(effect, bytes, start);
      else if (words.letter === LETTER_G) this.takeModal();
    }
  }

  private takeModal(): void {
    if (this.words.code === 20) this.inches = true;
    if (this.words.code === 92 && (this.words.mask & E_BIT) !== 0) this.tracker.takeExtruderReset();
  }

  private takeLine(start: number, end: number): void {
    const { machine: m, tracker } = this;
    const dx = m.x - m.fromX;
    const dy = m.y - m.fromY;
    const dz = m.z - m.fromZ;
    const de = (m.e - m.fromE) * m.flowFactor;
    const feed = m.feed * m.speedFactor;
    const { planner } = this.clock;
    if (!m.extruded) {
      planner.addLine(dx, dy, dz, de, feed, null);
      if (dx !== 0 || dy !== 0 || dz !== 0) tracker.takeTravel(this.base + end, this.line);
      return;
    }
    const length = Math.sqrt(dx * dx + dy * dy);
    this.takeExtrusion(start, end, length, dz);
    const slot = tracker.levels.length - 1;
    planner.addLine(dx, dy, dz, de, feed, slot);
    if (slot >= MOST_LEVELS) return;
    const width = lineWidth(de, length, tracker.level!.thickness, this.filamentArea);
    this.merger.add(m.fromX, m.fromY, m.x, m.y, width, slot + 1);
  }

  private takeArc(start: number, end: number): void {
    const { machine: m, tracker } = this;
    const { arc } = m;
    if (!arc.valid) {
      const message = 'An arc whose numbers do not fit a circle; it is taken as a straight line.';
      this.findings.add('impossible-arc', 'warning', this.line, message);
      return this.takeLine(start, end);
    }
    const dz = m.z - m.fromZ;
    const de = (m.e - m.fromE) * m.flowFactor;
    const length = arcLength(arc);
    const [from, to] = arcDirections(arc);
    const feed = m.feed * m.speedFactor;
    const { planner } = this.clock;
    if (!m.extrudedOnArc) {
      planner.addArc(length, from, to, dz, de, feed, null);
      tracker.takeTravel(this.base + end, this.line);
      return;
    }
    this.takeExtrusion(start, end, length, dz);
    const slot = tracker.levels.length - 1;
    planner.addArc(length, from, to, dz, de, feed, slot);
    if (slot >= MOST_LEVELS) return;
    const width = lineWidth(de, length, tracker.level!.thickness, this.filamentArea);
    forEachChord(arc, (x0, y0, x1, y1) => this.merger.add(x0, y0, x1, y1, width, slot + 1));
  }

  private takeExtrusion(start: number, end: number, length: number, dz: number): void {
    const { base, line, tracker } = this;
    const isFirst = tracker.level === null;
    tracker.takeExtrusion(base + start, base + end, line, length, dz !== 0);
    // Heating and homing before the first extrusion belong to no layer.
    if (isFirst) this.clock.planner.dropGap();
  }

  private noteTemperature(start: number): void {
    const { heatsBed, heatTarget, heatWaits } = this.machine;
    if (heatTarget <= 0) return;
    const known = heatsBed ? this.temperatures.bed : this.temperatures.nozzle;
    if (!known.includes(heatTarget)) known.push(heatTarget);
    if (heatsBed || this.heatLines.length >= MOST_HEAT_LINES) return;
    const place = { line: this.line, offset: this.base + start };
    this.heatLines.push({ ...place, celsius: heatTarget, waits: heatWaits });
  }

  private takeOther(effect: Effect, bytes: Uint8Array, start: number): void {
    this.clock.takeEffect(effect, this.machine, this.words);
    if (effect === Effect.Tool) this.tracker.takeTool();
    if (effect === Effect.Heat) this.noteTemperature(start);
    if (effect === Effect.Stop) {
      const command = describeStop(this.words, bytes);
      this.stops.push({ line: this.line, command, offset: this.base + start });
    }
  }
}

/** Reads a file that is wholly in memory. */
export function readGcode(bytes: Uint8Array, model: PrinterModel): Reading {
  const reader = new GcodeReader(model);
  reader.push(bytes);
  return reader.finish();
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
