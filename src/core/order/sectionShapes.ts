import type { ByteSource } from '../byteSource';
import { LineMerger } from '../geometry/raster/lineMerger';
import { oneByOne } from '../geometry/raster/lineSink';
import { stampBits, type BitGrid } from '../geometry/raster/stampBits';
import { forEachSectionMove, type OnLine, type OnSectionMove } from '../read/sectionMoves';
import type { SlicedFile } from '../read/slicedFile';

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
  /** Cells that the nozzle's middle comes to while it prints, and their box: travels are lifted over what stands. */
  readonly path: Int32Array;
  readonly box: Box;
}

/** Where all sections of a print lie, on the cells of its footprint with some more all round. */
export interface SectionShapes extends BitGrid {
  readonly shapes: readonly SectionShape[];
}

/** What of a line has to lie on something, as a share of its width. */
const RESTING = 0.6;
/** A line of this radius leaves no cell on its path out, cells. */
const THINNEST = Math.SQRT1_2;
/** Cells round the footprint: a line along its edge reaches a little beyond the cells that it covers. */
const MARGIN = 4;
/** Most bytes that the shapes of a print may take. */
const MOST_BYTES = 400e6;

/** Whether a print is small enough for its shapes to be made. */
export function canShape({
  sections,
  footprint,
}: Pick<SlicedFile, 'sections' | 'footprint'>): boolean {
  const { wordsPerRow, rows } = gridRound(footprint);
  const words = wordsPerRow * rows;
  return 3 * 4 * words * sections.length <= MOST_BYTES;
}

/**
 * Finds where every section of a print lies, from its lines; what lies outside of the footprint, such as a
 * skirt, is left out.
 * @param filamentDiameter mm.
 * @param onLine told every line on the path, so that others need not read the file again.
 */
export async function sectionShapes(
  input: ByteSource,
  reading: Pick<SlicedFile, 'sections' | 'sources' | 'footprint'>,
  filamentDiameter: number,
  onLine?: OnLine,
): Promise<SectionShapes> {
  const grid = gridRound(reading.footprint);
  const pens = reading.sections.map(() => new ShapePen(grid));
  const merger = new LineMerger(
    oneByOne((x0, y0, x1, y1, width, section) => pens[section].draw(x0, y0, x1, y1, width)),
  );
  const draw: OnSectionMove = (section, x0, y0, x1, y1, width) => {
    if (width > 0) merger.add(x0, y0, x1, y1, width, section);
  };
  await forEachSectionMove(input, reading, filamentDiameter, draw, onLine);
  merger.flush();
  return { ...grid, shapes: pens.map((pen) => pen.shape()) };
}

function gridRound({ columns, rows, cellMm, originX, originY }: SlicedFile['footprint']): BitGrid {
  return {
    wordsPerRow: Math.ceil((columns + 2 * MARGIN) / 32),
    rows: rows + 2 * MARGIN,
    cellMm,
    originX: originX - MARGIN * cellMm,
    originY: originY - MARGIN * cellMm,
  };
}

/** Draws the moves of one section. */
class ShapePen {
  private readonly covers: Int32Array<ArrayBuffer>;
  private readonly rests: Int32Array<ArrayBuffer>;
  private readonly path: Int32Array<ArrayBuffer>;
  private minX = Infinity;
  private minY = Infinity;
  private maxX = -Infinity;
  private maxY = -Infinity;

  constructor(private readonly grid: BitGrid) {
    const words = grid.wordsPerRow * grid.rows;
    this.covers = new Int32Array(words);
    this.rests = new Int32Array(words);
    this.path = new Int32Array(words);
  }

  draw(x0: number, y0: number, x1: number, y1: number, width: number): void {
    this.minX = Math.min(this.minX, x0, x1);
    this.minY = Math.min(this.minY, y0, y1);
    this.maxX = Math.max(this.maxX, x0, x1);
    this.maxY = Math.max(this.maxY, y0, y1);
    stampBits(this.path, this.grid, x0, y0, x1, y1, THINNEST);
    const r = width / 2 / this.grid.cellMm;
    stampBits(this.covers, this.grid, x0, y0, x1, y1, r);
    stampBits(this.rests, this.grid, x0, y0, x1, y1, Math.max(RESTING * r, THINNEST));
  }

  shape(): SectionShape {
    const { covers, rests, path, minX, minY, maxX, maxY } = this;
    return { covers, rests, path, box: { minX, minY, maxX, maxY } };
  }
}
