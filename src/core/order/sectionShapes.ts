import type { ByteSource } from '../byteSource';
import { plainCells } from '../geometry/plainCells';
import { forEachSectionMove } from '../read/sectionMoves';
import type { Reading } from '../read/reading';

/** A rectangle, machine mm; empty ones have a maximum below the minimum. */
export interface Box {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
}

/** Where one section lies: bits of cells, row by row, 32 a word. */
export interface SectionShape {
  /** Cells that its lines cover, and those near the middle of a line, which has to lie on something. */
  readonly covers: Int32Array;
  readonly rests: Int32Array;
  /** Cells that the nozzle's middle comes to, travel included, and their box. */
  readonly way: Int32Array;
  readonly box: Box;
}

/** Where all sections of a print lie, on the cells of its footprint with one more all round. */
export interface SectionShapes {
  readonly wordsPerRow: number;
  readonly rows: number;
  readonly cellMm: number;
  readonly originX: number;
  readonly originY: number;
  readonly shapes: readonly SectionShape[];
}

/** What of a line has to lie on something, as a share of its width. */
const RESTING = 0.6;
/** A line of this radius leaves no cell on its way out, cells. */
const THINNEST = Math.SQRT1_2;
/** Most bytes that the shapes of a print may take. */
const MOST_BYTES = 400e6;

/** Whether a print is small enough for its shapes to be made. */
export function canShape({
  sections,
  footprint,
}: Pick<Reading, 'sections' | 'footprint'>): boolean {
  const words = Math.ceil((footprint.columns + 2) / 32) * (footprint.rows + 2);
  return 3 * 4 * words * sections.length <= MOST_BYTES;
}

/**
 * Finds where every section of a print lies, from its lines; what lies outside of the footprint, such as a
 * skirt, is left out.
 * @param filamentDiameter mm.
 */
export async function sectionShapes(
  input: ByteSource,
  reading: Pick<Reading, 'sections' | 'sources' | 'footprint'>,
  filamentDiameter: number,
): Promise<SectionShapes> {
  const { columns, rows, cellMm, originX, originY } = reading.footprint;
  const grid = {
    wordsPerRow: Math.ceil((columns + 2) / 32),
    rows: rows + 2,
    cellMm,
    originX: originX - cellMm,
    originY: originY - cellMm,
  };
  const pens = reading.sections.map(() => new ShapePen(grid));
  // Where several files are printed together, ways that would cross what stands are lifted over it.
  const onlyPrinted = reading.sources.length > 1;
  await forEachSectionMove(input, reading, filamentDiameter, (section, x0, y0, x1, y1, width) => {
    if (width > 0 || !onlyPrinted) pens[section].draw(x0, y0, x1, y1, width);
  });
  return { ...grid, shapes: pens.map((pen) => pen.shape()) };
}

/** Draws the moves of one section. */
class ShapePen {
  private readonly covers: Int32Array<ArrayBuffer>;
  private readonly rests: Int32Array<ArrayBuffer>;
  private readonly way: Int32Array<ArrayBuffer>;
  private minX = Infinity;
  private minY = Infinity;
  private maxX = -Infinity;
  private maxY = -Infinity;
  private readonly stampLine = plainCells(0).stampLine;

  constructor(private readonly grid: Omit<SectionShapes, 'shapes'>) {
    const words = grid.wordsPerRow * grid.rows;
    this.covers = new Int32Array(words);
    this.rests = new Int32Array(words);
    this.way = new Int32Array(words);
  }

  draw(x0: number, y0: number, x1: number, y1: number, width: number): void {
    this.minX = Math.min(this.minX, x0, x1);
    this.minY = Math.min(this.minY, y0, y1);
    this.maxX = Math.max(this.maxX, x0, x1);
    this.maxY = Math.max(this.maxY, y0, y1);
    this.stamp(this.way, x0, y0, x1, y1, THINNEST);
    if (width === 0) return;
    const r = width / 2 / this.grid.cellMm;
    this.stamp(this.covers, x0, y0, x1, y1, r);
    this.stamp(this.rests, x0, y0, x1, y1, Math.max(RESTING * r, THINNEST));
  }

  shape(): SectionShape {
    const { covers, rests, way, minX, minY, maxX, maxY } = this;
    return { covers, rests, way, box: { minX, minY, maxX, maxY } };
  }

  private stamp(
    bits: Int32Array<ArrayBuffer>,
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    r: number,
  ): void {
    const { cellMm, originX, originY, wordsPerRow, rows } = this.grid;
    const [ax, ay, bx, by] = y0 <= y1 ? [x0, y0, x1, y1] : [x1, y1, x0, y0];
    const column = (x: number): number => (x - originX) / cellMm;
    const row = (y: number): number => (y - originY) / cellMm;
    const clip = clipped(
      [column(ax), row(ay), column(bx), row(by)],
      [r + 1, r + 1, wordsPerRow * 32 - r - 1, rows - r - 1],
    );
    if (clip) this.stampLine(bits, wordsPerRow, clip[0], clip[1], clip[2], clip[3], r);
  }
}

type Four = readonly [number, number, number, number];

/** The part of a line inside a box (Liang and Barsky, 1984); null when it lies outside. */
function clipped([ax, ay, bx, by]: Four, [minX, minY, maxX, maxY]: Four): Four | null {
  let [from, to] = [0, 1];
  const [dx, dy] = [bx - ax, by - ay];
  const edges = [
    [-dx, ax - minX],
    [dx, maxX - ax],
    [-dy, ay - minY],
    [dy, maxY - ay],
  ];
  for (const [step, room] of edges) {
    if (step === 0) {
      if (!(room >= 0)) return null;
    } else if (step < 0) from = Math.max(from, room / step);
    else to = Math.min(to, room / step);
  }
  if (!(from <= to)) return null;
  return [ax + from * dx, ay + from * dy, ax + to * dx, ay + to * dy];
}
