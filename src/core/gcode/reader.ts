import { FindingList } from '../findings';
import { forEachChord } from '../geometry/arcs';
import { filamentArea, lineWidth } from '../geometry/lineWidth';
import { skirtCells, spannedCells } from '../geometry/columns';
import { FootprintRaster, MOST_LEVELS } from '../geometry/raster';
import type { PrinterModel } from '../motion/limits';
import { PrintClock } from '../motion/clock';
import { LabelReader, type LayerMark } from './labels';
import { LineStream } from './lineStream';
import { groupLevels, layerNumber, type Layer } from './layers';
import { LEVEL_EPSILON, startLevel, type Level } from './levels';
import { Effect, Machine } from './machine';
import { describeIssues } from './issues';
import { scanLine } from './scan';
import { layerAfter, type ExtrusionMode, type LineEnding, type Reading } from './reading';
import { reportWholeFile } from './report';
import { describeStop, type FoundStop } from './stops';
import { CR, LF, Words, letterBit } from './words';

/** Share of the extruded way that rises while printing, above which a file is a spiral. */
const SPIRAL_SHARE = 0.3;
const E_BIT = letterBit('E');
/** A `G92 E` after so few moves ends the priming of the nozzle. */
const PRIMING_MOVES = 16;

/**
 * Reads a file chunk by chunk: state, layers, time, filament and footprint in one pass. Feed it
 * with `push`, in any chunk sizes, then call `finish` once. It never throws on bad input; what is
 * wrong is among the findings.
 */
export class GcodeReader {
  private readonly words = new Words();
  private readonly machine = new Machine();
  private readonly clock: PrintClock;
  private readonly raster = new FootprintRaster();
  private readonly labels = new LabelReader();
  private readonly findings = new FindingList();
  private readonly levels: Level[] = [];
  private readonly stops: (FoundStop & { readonly offset: number })[] = [];
  private readonly filamentArea: number;

  private readonly stream = new LineStream((bytes, end, base) => this.readLines(bytes, end, base));
  /** Offset in the file of the buffer being read, and lines read so far. */
  private base = 0;
  private line = 0;
  private readonly endings = { lf: 0, crlf: 0, cr: 0 };

  private level: Level | null = null;
  private pendingMark: LayerMark | null = null;
  private splitsLevel = false;
  private travelOffset = 0;
  private travelLine = 1;
  private restartOffset = -1;
  private restartLine = 0;
  private extrudedMm = 0;
  private slopedMm = 0;
  private inches = false;
  private absoluteMoves = 0;
  private relativeMoves = 0;

  constructor(model: PrinterModel) {
    this.clock = new PrintClock(model);
    this.filamentArea = filamentArea(model.filamentDiameter);
  }

  /** Lines and layers read so far, for a progress display. */
  get progress(): { readonly bytes: number; readonly layers: number } {
    return { bytes: this.stream.base, layers: this.levels.length };
  }

  push(chunk: Uint8Array): void {
    this.stream.push(chunk);
  }

  finish(): Reading {
    const tail = this.stream.finish();
    const cutOff = tail.length > 0 && endsInsideWord(tail, this.words);
    const secondsAfter = this.clock.planner.finish();
    const groups = groupLevels(this.levels);
    const { covered, exposed } = this.raster;
    const footprint = this.raster.finish(withZeroLevel(groups.layerOfLevel));
    const cellArea = footprint.cellMm ** 2;
    const spans = spannedCells(footprint, groups.members.length);
    const slotSeconds = this.clock.planner.slotSeconds;
    const layers = groups.members.map((members, index): Layer => {
      const first = this.levels[members[0]];
      const last = this.levels[members[members.length - 1]];
      const total = (of: (level: number) => number): number =>
        members.reduce((sum, level) => sum + of(level), 0);
      return {
        number: layerNumber(index + 1),
        label: first.label,
        z: first.z,
        thickness: first.z - groups.floors[index],
        firstLine: first.firstLine,
        firstOffset: first.firstOffset,
        endLine: last.endLine,
        endOffset: last.endOffset,
        restartOffset: first.restartOffset,
        restartLine: first.restartLine,
        travelOffset: first.travelOffset,
        travelLine: first.travelLine,
        state: first.state,
        seconds: total((level) => slotSeconds[level] ?? 0),
        filamentMm: total((level) => this.levels[level].filamentMm),
        footprintMm2: total((level) => covered[level + 1] ?? 0) * cellArea,
        exposedMm2: total((level) => exposed[level + 1] ?? 0) * cellArea,
        spanMm2: spans[index] * cellArea,
        tools: [...new Set(members.flatMap((level) => this.levels[level].tools))],
      };
    });
    const seconds = this.clock.totals();
    const inLayers = layers.reduce((sum, layer) => sum + layer.seconds, 0);
    const whole: Omit<Reading, 'findings'> = {
      bytes: this.stream.base,
      lines: this.line,
      lineEnding: this.lineEnding(),
      units: this.inches ? 'inch' : 'mm',
      extrusion: this.extrusionMode(),
      continuous: this.isContinuous(),
      layers,
      seconds,
      secondsBefore: seconds.total - inLayers - secondsAfter,
      secondsAfter,
      filamentMm: this.machine.filament,
      footprint,
      skirtMm2: skirtCells(footprint) * cellArea,
      largestFootprintMm2: layers.reduce((most, layer) => Math.max(most, layer.footprintMm2), 0),
      stops: this.stops.map(({ line, command, offset }) => ({
        line,
        command,
        layer: layerAfter(layers, offset),
      })),
    };
    reportWholeFile(this.findings, whole, {
      objects: groups.objects,
      levels: this.levels.length,
      cutOff,
      skippedLine: this.stream.skippedLine,
      overflowed: this.raster.overflowed,
    });
    return { ...whole, findings: this.findings.toArray() };
  }

  private readLines(bytes: Uint8Array, end: number, base: number): void {
    const { words, machine } = this;
    this.base = base;
    let at = 0;
    while (at < end) {
      const start = at;
      at = scanLine(bytes, start, end, words);
      this.line++;
      if (bytes[at - 1] !== LF) {
        if (bytes[at - 1] === CR) this.endings.cr++;
      } else if (at - 2 >= start && bytes[at - 2] === CR) this.endings.crlf++;
      else this.endings.lf++;
      if (words.issues !== 0) describeIssues(words, this.line, this.findings);
      if (words.commentStart >= 0) {
        const mark = this.labels.read(bytes, words);
        if (mark !== null) this.takeMark(mark);
      }
      const effect = machine.execute(words, bytes);
      if (effect === Effect.Line) this.takeLine(start, at);
      else if (effect === Effect.Arc) this.takeArc(start, at);
      else if (effect !== Effect.None) this.takeOther(effect, bytes, start);
      else if (words.letter === 71) this.takeModal();
    }
  }

  private takeMark(mark: LayerMark): void {
    const before = this.pendingMark;
    // `; layer 4` after `;LAYER_CHANGE` and its Z belong together.
    this.pendingMark =
      before?.kind === 'number' && mark.kind === 'change' ? { ...before, z: mark.z } : mark;
    if (this.level !== null && !this.level.marked) this.splitsLevel = true;
  }

  private takeModal(): void {
    if (this.words.code === 20) this.inches = true;
    // Start blocks reset the extruder between priming and printing.
    if (this.words.code === 92 && this.levels.length === 1 && this.level !== null) {
      const resets = (this.words.mask & E_BIT) !== 0 && this.level.extrusions <= PRIMING_MOVES;
      this.splitsLevel ||= resets;
    }
  }

  private takeLine(start: number, end: number): void {
    const m = this.machine;
    const dx = m.x - m.fromX;
    const dy = m.y - m.fromY;
    const dz = m.z - m.fromZ;
    const de = (m.e - m.fromE) * m.flowFactor;
    const feed = m.feed * m.speedFactor;
    if (!m.extruded) {
      this.clock.planner.addLine(dx, dy, dz, de, feed, null);
      if (this.level !== null) this.level.filamentMm += m.filament - m.fromFilament;
      if (dx !== 0 || dy !== 0 || dz !== 0) this.noteTravel(end);
      return;
    }
    const length = Math.sqrt(dx * dx + dy * dy);
    const level = this.levelFor(start, length, dz);
    this.clock.planner.addLine(dx, dy, dz, de, feed, this.levels.length - 1);
    this.noteExtrusion(level, end, length);
    extend(level, m.fromX, m.fromY);
    extend(level, m.x, m.y);
    const width = lineWidth(de, length, level.thickness, this.filamentArea);
    this.stamp(m.fromX, m.fromY, m.x, m.y, width);
  }

  private takeArc(start: number, end: number): void {
    const m = this.machine;
    const { arc } = m;
    if (!arc.valid) {
      const message = 'An arc whose numbers do not fit a circle; it is taken as a straight line.';
      this.findings.add('impossible-arc', 'warning', this.line, message);
      return this.takeLine(start, end);
    }
    const dz = m.z - m.fromZ;
    const de = (m.e - m.fromE) * m.flowFactor;
    const length = Math.abs(arc.sweep) * arc.radius;
    const turn = Math.sign(arc.sweep);
    const tangent = (angle: number): [number, number] => [
      -Math.sin(angle) * turn,
      Math.cos(angle) * turn,
    ];
    const directions = [tangent(arc.from), tangent(arc.from + arc.sweep)] as const;
    const extruded = m.extrudedOnArc;
    const level = extruded ? this.levelFor(start, length, dz) : null;
    const slot = extruded ? this.levels.length - 1 : null;
    const feed = m.feed * m.speedFactor;
    this.clock.planner.addArc(length, directions[0], directions[1], dz, de, feed, slot);
    if (level === null) return this.noteTravel(end);
    this.noteExtrusion(level, end, length);
    const width = lineWidth(de, length, level.thickness, this.filamentArea);
    forEachChord(arc, (x0, y0, x1, y1) => {
      extend(level, x0, y0);
      extend(level, x1, y1);
      this.stamp(x0, y0, x1, y1, width);
    });
  }

  private takeOther(effect: Effect, bytes: Uint8Array, start: number): void {
    this.clock.takeEffect(effect, this.machine, this.words);
    if (effect === Effect.Stop) {
      const command = describeStop(this.words, bytes);
      this.stops.push({ line: this.line, command, layer: null, offset: this.base + start });
    }
  }

  private noteTravel(end: number): void {
    this.restartOffset = this.base + end;
    this.restartLine = this.line + 1;
  }

  private noteExtrusion(level: Level, end: number, length: number): void {
    level.endOffset = this.travelOffset = this.base + end;
    level.endLine = this.line;
    this.travelLine = this.line + 1;
    this.restartOffset = -1;
    level.extrusions++;
    level.filamentMm += this.machine.filament - this.machine.fromFilament;
    this.extrudedMm += length;
    if (this.machine.relativeE) this.relativeMoves++;
    else this.absoluteMoves++;
    const { tool } = this.machine;
    if (level.tools[level.tools.length - 1] !== tool) level.tools.push(tool);
  }

  /** The level that the extruding move just made belongs to; a new one where the height changed. */
  private levelFor(start: number, length: number, dz: number): Level {
    const { machine, level } = this;
    let z = machine.z;
    if (dz !== 0) {
      this.slopedMm += length;
      if (level !== null) {
        // A rising path starts the next level when it has risen by one thickness.
        const next = level.z + level.thickness;
        z = z >= next - LEVEL_EPSILON && z < next + level.thickness ? next : level.z;
      }
    }
    if (level !== null && Math.abs(z - level.z) <= LEVEL_EPSILON && !this.splitsLevel) return level;

    const mark = this.pendingMark;
    const restarts = this.restartOffset >= 0;
    const offset = this.base + start;
    const fresh = startLevel(
      this.levels,
      {
        z,
        label: mark?.kind === 'number' ? mark.label : null,
        labelZ: mark?.z ?? null,
        marked: mark !== null,
        firstOffset: offset,
        firstLine: this.line,
        restartOffset: restarts ? this.restartOffset : offset,
        restartLine: restarts ? this.restartLine : this.line,
        travelOffset: this.travelOffset,
        travelLine: this.travelLine,
      },
      machine,
    );
    // Heating and homing before the first extrusion belong to no layer.
    if (this.levels.length === 0) this.clock.planner.dropGap();
    this.pendingMark = null;
    this.splitsLevel = false;
    this.levels.push(fresh);
    this.level = fresh;
    return fresh;
  }

  private stamp(x0: number, y0: number, x1: number, y1: number, width: number): void {
    const level = this.levels.length;
    if (level <= MOST_LEVELS) this.raster.stamp(x0, y0, x1, y1, width, level);
  }

  private lineEnding(): LineEnding {
    const { lf, crlf, cr } = this.endings;
    const kinds = [lf, crlf, cr].filter((count) => count > 0).length;
    if (kinds > 1) return 'mixed';
    return crlf > 0 ? 'crlf' : cr > 0 ? 'cr' : 'lf';
  }

  private extrusionMode(): ExtrusionMode {
    if (this.relativeMoves > 0 && this.absoluteMoves > 0) return 'mixed';
    return this.relativeMoves > 0 ? 'relative' : 'absolute';
  }

  private isContinuous(): boolean {
    return this.slopedMm > SPIRAL_SHARE * this.extrudedMm;
  }
}

/** Reads a file that is wholly in memory. */
export function readGcode(bytes: Uint8Array, model: PrinterModel): Reading {
  const reader = new GcodeReader(model);
  reader.push(bytes);
  return reader.finish();
}

function extend(level: Level, x: number, y: number): void {
  if (x < level.minX) level.minX = x;
  if (x > level.maxX) level.maxX = x;
  if (y < level.minY) level.minY = y;
  if (y > level.maxY) level.maxY = y;
}

/**
 * A last line without an end is common; one that stops inside a word is not: a letter without its
 * number, a sign or a dot without digits.
 */
function endsInsideWord(tail: Uint8Array, words: Words): boolean {
  if (words.macro || words.textStart >= 0 || words.commentStart >= 0) return false;
  const last = String.fromCharCode(tail[tail.length - 1]);
  if (words.letter === 0) return /[A-Z]/i.test(last);
  return words.letter === 71 && words.code <= 3 && /[A-Z.+-]/i.test(last);
}

/** Raster levels count from 1, so that 0 can mean nothing. */
function withZeroLevel(layerOfLevel: Uint16Array): Uint16Array {
  const shifted = new Uint16Array(MOST_LEVELS + 1);
  shifted.set(layerOfLevel.subarray(0, MOST_LEVELS), 1);
  return shifted;
}
