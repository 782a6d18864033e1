import { headHeight, nozzleRadius } from '../printer/nozzleShape';
import type { Printer } from '../printer/printer';
import { purgeVolume } from '../filament/purge';
import { filamentArea } from '../geometry/lineWidth';
import { purgeOf } from '../measured/subjects';
import {
  heatOf,
  layerOf,
  lineOf,
  type Answers,
  type FoundValue,
  type MadePiece,
  type PieceFilament,
  type Reading,
  type Unfit,
} from './piece';
import { roomOn, Toolpath, type Point } from './toolpath';

/** Two filaments by their places in the list. */
export type Pair = readonly [number, number];

/** How a ladder is divided, mm of filament. */
export interface LadderSettings {
  /** What a wall takes: the ladder's step. */
  readonly stepMm: number;
  /** Purged at the swap itself before the first wall. */
  readonly firstMm: number;
  /** Most that is looked for; null for half as much again as the model says. */
  readonly longestMm: number | null;
}

const LADDER_SETTINGS: LadderSettings = { stepMm: 10, firstMm: 10, longestMm: null };

/** The highest a wall is, mm: below what an ordinary fan duct is above the nozzle. */
const HIGHEST = 2.4;
/** Room between a wall and the nozzle that prints the next one, mm. */
const SPARE = 1;
/** Room between rows, mm. */
const ROW_GAP = 4;
/** Lines of the rail that the walls of a row stand on. */
const RAIL_LINES = 5;
/** Walls that show a filament's own colour, before the first swap. */
const OWN_WALLS = 2;
/** The ticks that number a row: how far apart and how long, in lines. */
const TICK_PITCH = 3;
const TICK_LINES = 4;
/** By so much are lines made wider while they are too many. */
const WIDER = 1.1;
/** More than this is no ladder: one would rather think again, mm. */
const LONGEST = 400;

/**
 * The filaments in the order of printing, so that each pair of them follows each other both ways. Every pair is a
 * street of two directions, so a round trip exists that takes each direction once (Euler, 1736; the walk after
 * Hierholzer, 1873). Pairs that no chain of pairs joins need one swap more to come to.
 */
export function roundTrip(pairs: readonly Pair[]): number[] {
  const open = new Map<number, number[]>();
  for (const [a, b] of pairs) {
    open.set(a, [...(open.get(a) ?? []), b]);
    open.set(b, [...(open.get(b) ?? []), a]);
  }
  const trip: number[] = [];
  for (const start of open.keys()) {
    if (open.get(start)!.length === 0) continue;
    const stack = [start];
    const back: number[] = [];
    while (stack.length > 0) {
      const next = open.get(stack.at(-1)!)!.shift();
      if (next === undefined) back.push(stack.pop()!);
      else stack.push(next);
    }
    trip.push(...back.reverse());
  }
  return trip;
}

/** One row of walls: after the change from one filament to another. */
interface Row {
  readonly from: number;
  readonly to: number;
  readonly walls: number;
  /** Purge of filament before each wall, mm. */
  readonly marks: readonly number[];
}

/**
 * A row of short walls for each change of filament. Every wall takes as much filament as the ladder's step, so that
 * nothing is purged beside it: wall k begins when `firstMm + (k − 1) · stepMm` have passed the nozzle.
 */
export function purgeLadder(
  printer: Printer,
  all: readonly PieceFilament[],
  pairs: readonly Pair[],
  settings: LadderSettings = LADDER_SETTINGS,
): MadePiece | Unfit {
  if (pairs.length === 0) return { problem: 'Choose two filaments to compare.' };
  // Tools are numbered as they come, so that the file begins with the first.
  const inTurn = roundTrip(pairs);
  const used = [...new Set(inTurn)];
  const trip = inTurn.map((one) => used.indexOf(one));
  const filaments = used.map((one) => all[one]);
  const isAsked = (from: number, to: number): boolean =>
    pairs.some((pair) => pair.includes(used[from]) && pair.includes(used[to]));
  const { firstMm } = settings;
  const rows = trip.slice(1).map((to, i): Row => {
    const from = trip[i];
    const marks = marksOf(filaments[from], filaments[to], settings, printer.filamentDiameter);
    return { from, to, walls: marks.length, marks };
  });
  const counts = [OWN_WALLS, ...rows.map((row) => row.walls)];
  const writer = new Toolpath(printer, {
    title: 'purge ladder',
    ...heatOf(filaments),
    lineWidth: lineOf(printer),
    layerHeight: layerOf(printer),
    speed: 25,
    firstSpeed: 18,
    fan: 1,
  });
  const places = placesOf(writer, counts, settings);
  if ('problem' in places) return places;
  const walls = new LadderWalls(writer, places);
  writer.start();
  walls.rails(counts);
  walls.row(0, OWN_WALLS);
  rows.forEach((row, i) => {
    writer.tool(row.to);
    walls.row(i + 1, row.walls);
  });
  writer.end();
  return {
    id: 'purge-ladder',
    title: `Purge ladder ${filaments.map(({ name }) => name).join(', ')}`,
    gcode: writer.text(),
    colours: { kind: 'tools', tools: filaments.map((_, i) => i) },
    filaments,
    purgeMm: firstMm,
    readings: readingsOf(rows, filaments, isAsked),
  };
}

/** Purged before each wall, mm: up to half as much again as the model expects. */
function marksOf(
  from: PieceFilament,
  to: PieceFilament,
  { stepMm, firstMm, longestMm }: LadderSettings,
  diameter: number,
): number[] {
  const expected = purgeVolume(from, to) / filamentArea(diameter);
  const longest = Math.min(LONGEST, longestMm ?? 1.5 * expected + 2 * stepMm);
  const count = Math.max(2, Math.ceil((longest - firstMm) / stepMm) + 1);
  return Array.from({ length: count }, (_, k) => firstMm + k * stepMm);
}

/** Rows that compare a pair; one that only leads to the next pair asks nothing. */
function readingsOf(
  rows: readonly Row[],
  filaments: readonly PieceFilament[],
  isAsked: (from: number, to: number) => boolean,
): Reading[] {
  const asked = rows.filter(({ from, to }) => isAsked(from, to));
  return asked.map(({ from, to, marks }) => ({
    id: purgeOf(filaments[from].key, filaments[to].key),
    name: `${filaments[from].name} → ${filaments[to].name}`,
    marks,
    unit: 'mm',
  }));
}

/** Where the walls of a ladder stand, mm. */
interface LadderPlaces {
  /** The left front corner of each row. */
  readonly corners: readonly Point[];
  readonly pitch: number;
  readonly length: number;
  readonly line: number;
  readonly layer: number;
  readonly layers: number;
  readonly rail: number;
}

/** How large walls are for a step, and where rows of so many of them stand on the bed. */
function placesOf(
  { printer, perMm, settings: { lineWidth: line, layerHeight: layer } }: Toolpath,
  counts: readonly number[],
  { stepMm }: LadderSettings,
): LadderPlaces | Unfit {
  const height = Math.min(HIGHEST, 0.8 * headHeight(printer.nozzle));
  const layers = Math.max(3, Math.floor(height / layer + 1e-6));
  // Two lines side by side, closed at the ends, and all layers of them take one step.
  const length = stepMm / layers / perMm / 2 - line;
  if (length < 4 * line) {
    return { problem: 'This step is too small for a wall. Choose a larger one.' };
  }
  const pitch = 2 * line + nozzleRadius(printer.nozzle, (layers - 1) * layer) + SPARE;
  const rail = RAIL_LINES * line;
  const { middle, width, depth } = roomOn(printer);
  const widths = counts.map((count) => count * pitch + ROW_GAP);
  const rowDepth = length + rail + ROW_GAP + line;
  const { at, lines } = laidOut(widths, width, Math.floor(depth / rowDepth));
  const size = {
    x: Math.max(...at.map(({ x }, i) => x + widths[i])),
    y: lines * rowDepth,
  };
  if (size.x > width || size.y > depth) {
    const problem = `The ladder needs ${Math.ceil(size.x)} × ${Math.ceil(size.y)} mm, and the bed has ${Math.floor(width)} × ${Math.floor(depth)} mm for it. Choose fewer pairs or a larger step.`;
    return { problem };
  }
  const corners = at.map(({ x, line: row }) => ({
    x: middle.x - size.x / 2 + x,
    y: middle.y - size.y / 2 + row * rowDepth,
  }));
  return { corners, pitch, length, line, layer, layers, rail };
}

/** Rows behind one another while there is depth for them, and beside one another only then. */
function laidOut(
  widths: readonly number[],
  width: number,
  mostLines: number,
): ReturnType<typeof shelved> {
  const longest = Math.max(...widths);
  for (let room = longest; room < width; room *= WIDER) {
    const laid = shelved(widths, room);
    if (laid.lines <= mostLines) return laid;
  }
  return shelved(widths, width);
}

/** Puts widths into lines as wide as there is room, the widest first, each into the first line that takes it. */
function shelved(
  widths: readonly number[],
  room: number,
): {
  readonly at: readonly { readonly x: number; readonly line: number }[];
  readonly lines: number;
} {
  const filled: number[] = [];
  const at = widths.map(() => ({ x: 0, line: 0 }));
  const inTurn = widths.map((_, i) => i).sort((a, b) => widths[b] - widths[a] || a - b);
  for (const i of inTurn) {
    const found = filled.findIndex((used) => used + widths[i] <= room);
    const line = found < 0 ? filled.length : found;
    at[i] = { x: filled[line] ?? 0, line };
    filled[line] = at[i].x + widths[i];
  }
  return { at, lines: filled.length };
}

class LadderWalls {
  constructor(
    private readonly writer: Toolpath,
    private readonly at: LadderPlaces,
  ) {}

  /** The rails of all rows, one layer high, with as many ticks at their beginning as the row has its number. */
  rails(counts: readonly number[]): void {
    const { pitch, line, layer, rail } = this.at;
    this.writer.toHeight(layer);
    counts.forEach((count, i) => {
      const { x: left, y } = this.at.corners[i];
      const box = {
        minX: left,
        maxX: left + (count - 1) * pitch + 2 * line,
        minY: y,
        maxY: y + rail,
      };
      this.writer.fill(box, 'x');
      for (let tick = 0; tick <= i; tick++) {
        const x = left + line / 2 + tick * TICK_PITCH * line;
        this.writer.print([
          { x, y: y - line / 2 },
          { x, y: y - TICK_LINES * line },
        ]);
      }
    });
  }

  /** The walls of a row, one after another, each to its full height. */
  row(number: number, count: number): void {
    const { pitch, length, line, layer, layers, rail } = this.at;
    const { x: left, y } = this.at.corners[number];
    for (let k = 0; k < count; k++) {
      const x = left + line + k * pitch;
      const box = (from: number) => ({
        minX: x - line / 2,
        maxX: x + line / 2,
        minY: from + line / 2,
        maxY: from + line / 2 + length,
      });
      for (let n = 1; n <= layers; n++) {
        this.writer.toHeight(n * layer);
        // Its first layer stands beside the rail, the others reach over it.
        this.writer.loop(box(n === 1 ? y + rail : y + rail - RAIL_LINES * line));
      }
    }
  }
}

/** What the answers say: from which wall on the new colour is clean. */
export function ladderValues(
  made: MadePiece,
  answers: Answers,
  { stepMm }: LadderSettings,
): FoundValue[] {
  return made.readings.flatMap(({ id }) => {
    const mm = answers[id] ?? null;
    // The colour became clean somewhere in the wall before: what is noted is enough, by a step at most.
    return mm === null ? [] : [{ subject: id, value: mm, spread: stepMm }];
  });
}
