import { create } from 'qrcode';
import { join, rectangle, type Area } from '../draw/areas';
import type { Slab } from '../model/extrude';
import type { Printer } from '../printer/printer';
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
import { roomOn, Toolpath, type Box } from './toolpath';

/** Widths of strokes and gaps, in nozzles. */
const STROKES = [0.5, 0.75, 1, 1.25, 1.5, 2, 2.5, 3] as const;
/** Sides of a module of the codes, in nozzles. */
const MODULES = [1.5, 2, 2.5, 3] as const;
/** Modules of bare ground round a code (ISO/IEC 18004). */
const QUIET = 4;
const STROKE_LENGTH = 10;
const STROKE_PITCH = 6;
const BLOCK = 4;
const MARGIN = 3;
const BASE_LAYERS = 2;
const TOP_LAYERS = 2;

const round = (value: number): number => Number(value.toFixed(2));
const sizes = (factors: readonly number[], { nozzleMm }: Printer): number[] =>
  factors.map((factor) => round(factor * nozzleMm));

/** What is drawn on the ground, as boxes, and how large the ground is, mm from its corner. */
interface Drawn {
  readonly boxes: readonly Box[];
  readonly width: number;
  readonly depth: number;
}

/** Strokes in the first row, gaps between blocks in the next, then codes, each of which says its own size. */
function drawn(printer: Printer, roomWidth: number): Drawn {
  const widths = sizes(STROKES, printer);
  const boxes: Box[] = [];
  let y = MARGIN;
  let x = MARGIN;
  let width = 0;
  for (const stroke of widths) {
    boxes.push({ minX: x, maxX: x + stroke, minY: y, maxY: y + STROKE_LENGTH });
    x += STROKE_PITCH;
  }
  width = x;
  y += STROKE_LENGTH + MARGIN;
  x = MARGIN;
  for (const gap of [0, ...widths]) {
    x += gap;
    boxes.push({ minX: x, maxX: x + BLOCK, minY: y, maxY: y + STROKE_LENGTH });
    x += BLOCK;
  }
  width = Math.max(width, x);
  y += STROKE_LENGTH + MARGIN;
  x = 0;
  let deepest = 0;
  for (const side of sizes(MODULES, printer)) {
    const code = codeBoxes(side);
    const whole = (code.count + 2 * QUIET) * side;
    if (x > 0 && x + whole > roomWidth) {
      [x, y, deepest] = [0, y + deepest, 0];
    }
    const [left, low] = [x + QUIET * side, y + QUIET * side];
    for (const box of code.boxes) {
      boxes.push({
        minX: left + box.minX,
        maxX: left + box.maxX,
        minY: low + box.minY,
        maxY: low + box.maxY,
      });
    }
    x += whole;
    width = Math.max(width, x);
    deepest = Math.max(deepest, whole);
  }
  return { boxes, width: width + MARGIN, depth: y + deepest };
}

/** The dark modules of a code that says how large they are; runs of them in a row are one box. */
function codeBoxes(side: number): { readonly boxes: Box[]; readonly count: number } {
  const { modules } = create(`${side} mm`, { errorCorrectionLevel: 'M' });
  const { size: count, data } = modules;
  const boxes: Box[] = [];
  for (let row = 0; row < count; row++) {
    const isDark = (column: number): boolean => column < count && data[row * count + column] === 1;
    for (let column = 0; column < count; column++) {
      if (!isDark(column)) continue;
      const from = column;
      while (isDark(column + 1)) column++;
      const minY = (count - 1 - row) * side;
      boxes.push({ minX: from * side, maxX: (column + 1) * side, minY, maxY: minY + side });
    }
  }
  return { boxes, count };
}

/**
 * Strokes and gaps of falling width and codes of falling size, in one filament on another. The darker one is printed on
 * the paler one, as codes want it.
 */
export function smallest(
  printer: Printer,
  [ground, ink]: readonly [PieceFilament, PieceFilament],
): MadePiece | Unfit {
  const layer = layerOf(printer);
  const { middle, width: roomWidth, depth: roomDepth } = roomOn(printer);
  const { boxes, width, depth } = drawn(printer, roomWidth);
  if (width > roomWidth || depth > roomDepth)
    return { problem: 'The bed is too small for the codes.' };
  const left = middle.x - width / 2;
  const front = middle.y - depth / 2;
  const writer = new Toolpath(printer, {
    title: 'smallest details',
    ...heatOf([ground, ink]),
    lineWidth: lineOf(printer),
    layerHeight: layer,
    speed: 60,
    firstSpeed: 30,
    fan: 1,
  });
  const base: Box = { minX: left, maxX: left + width, minY: front, maxY: front + depth };
  writer.start();
  for (let n = 1; n <= BASE_LAYERS; n++) {
    writer.nextLayer(n * layer);
    writer.fill(base, n % 2 === 1 ? 'x' : 'y');
  }
  for (let n = 1; n <= TOP_LAYERS; n++) {
    writer.nextLayer((BASE_LAYERS + n) * layer);
    for (const box of boxes) {
      const at = {
        minX: left + box.minX,
        maxX: left + box.maxX,
        minY: front + box.minY,
        maxY: front + box.maxY,
      };
      writer.fill(at, at.maxX - at.minX >= at.maxY - at.minY ? 'x' : 'y');
    }
  }
  writer.end();
  return {
    id: 'smallest',
    title: 'Smallest details',
    gcode: writer.text(),
    colours: { kind: 'swap', layer: BASE_LAYERS + 1 },
    filaments: [ground, ink],
    purgeMm: null,
    readings: [
      {
        id: 'finest.strokeMm',
        name: 'Narrowest stroke that is whole',
        marks: sizes(STROKES, printer),
        unit: 'mm',
      },
      {
        id: 'finest.gapMm',
        name: 'Narrowest gap that is open',
        marks: sizes(STROKES, printer),
        unit: 'mm',
      },
      {
        id: 'finest.moduleMm',
        name: 'Smallest code that your phone reads',
        marks: sizes(MODULES, printer),
        unit: 'mm',
      },
    ] satisfies Reading[],
  };
}

/** The same as a 3D model, for the slicing program to draw the strokes: ground and ink as slabs, mm. */
export function smallestModel(printer: Printer): readonly Slab[] {
  const layer = layerOf(printer);
  const { boxes, width, depth } = drawn(printer, roomOn(printer).width);
  const ink: Area = join(
    ...boxes.map(({ minX, maxX, minY, maxY }) => rectangle(minX, minY, maxX - minX, maxY - minY)),
  );
  const ground = BASE_LAYERS * layer;
  return [
    { area: rectangle(0, 0, width, depth), from: 0, to: ground },
    { area: ink, from: ground, to: ground + TOP_LAYERS * layer },
  ];
}

/** What the answers say: the finest of each that came out. */
export function smallestValues(made: MadePiece, answers: Answers): FoundValue[] {
  return made.readings.flatMap(({ id, marks }) => {
    const mm = answers[id] ?? null;
    if (mm === null) return [];
    const finer = marks[marks.indexOf(mm) - 1] ?? 0;
    return [{ subject: id, value: mm, spread: Number((mm - finer).toFixed(3)) }];
  });
}
