import { bottomOf, type Layer } from '../../layers';
import type { Footprint } from '../footprint';
import { cornerShifts, type CornerShifts } from './cornerShifts';
import { coarser, facesOf, handCells, type CellNumbers, type HandCells } from './handCells';

/** The surface of a print as triangles, to be turned in the hand. Four corners and two triangles a face. */
export interface HandMesh {
  /** Three numbers a corner, mm. */
  readonly places: Float32Array<ArrayBuffer>;
  /** Direction of the surface at each corner, three numbers from −127 to 127. */
  readonly normals: Int8Array<ArrayBuffer>;
  /** Number of the layer or section that each corner's cell shows, from 1. */
  readonly numbers: Uint16Array<ArrayBuffer>;
  readonly index: Uint32Array<ArrayBuffer>;
  /** Side of the cells that it was made of, mm: larger than the footprint's where there were too many. */
  readonly cellMm: number;
}

/** Layers as far as their heights go. */
export type LayerHeights = readonly Pick<Layer, 'z' | 'thickness'>[];

/** Most faces; a coarser grid is taken beyond them. */
export const MOST_FACES = 400_000;
const OVERLAP = 0.04;

/**
 * Builds the surface of a print from what prints where: flat faces above and below, drawn as few large
 * ones where nothing changes, and walls between them whose corners are rounded off by half a cell.
 * @param numbers what shows in each cell, where it is not the layer.
 * @param overlap how far large faces reach under their neighbours, in cells: where long edges meet short ones,
 * rounding would leave pinholes between them.
 */
export function handMesh(
  footprint: Footprint,
  layers: LayerHeights,
  numbers: CellNumbers | null = null,
  mostFaces: number = MOST_FACES,
  overlap: number = OVERLAP,
): HandMesh {
  let cells = handCells(footprint, numbers);
  while (facesOf(cells) > mostFaces && cells.columns * cells.rows > 64) cells = coarser(cells);
  return new Builder(cells, layers, overlap).build();
}

class Builder {
  private places = new Float32Array(12 * 4096);
  private normals = new Int8Array(12 * 4096);
  private numbers = new Uint16Array(4 * 4096);
  private faces = 0;
  private readonly shifts: Float32Array;
  private readonly edges: Pick<CornerShifts, 'topEdges' | 'lowEdges'>;
  private readonly tops: Float64Array;
  private readonly bottoms: Float64Array;

  constructor(
    private readonly cells: HandCells,
    layers: LayerHeights,
    private readonly overlap: number,
  ) {
    const { shifts, ...edges } = cornerShifts(cells);
    this.shifts = shifts;
    this.edges = edges;
    this.tops = Float64Array.from([0, ...layers.map(({ z }) => z)]);
    this.bottoms = Float64Array.from([0, ...layers.map((layer) => bottomOf(layer as Layer))]);
  }

  build(): HandMesh {
    this.addCaps(this.cells.top, this.cells.shown.top, true);
    this.addCaps(this.cells.low, this.cells.shown.low, false);
    this.addWalls();
    const index = new Uint32Array(this.faces * 6);
    for (let face = 0, to = 0; face < this.faces; face++) {
      const at = face * 4;
      for (const k of [0, 1, 2, 0, 2, 3]) index[to++] = at + k;
    }
    return {
      places: this.places.slice(0, this.faces * 12),
      normals: this.normals.slice(0, this.faces * 12),
      numbers: this.numbers.slice(0, this.faces * 4),
      index,
      cellMm: this.cells.cellMm,
    };
  }

  /** Flat faces: large ones inside, and one a cell along the edges, where corners are shifted. */
  private addCaps(layerOf: Uint16Array, shown: Uint16Array, looksUp: boolean): void {
    const { columns, rows } = this.cells;
    const done = new Uint8Array(columns * rows);
    const heights = looksUp ? this.tops : this.bottoms;
    // Where only the other side changes, no wall meets this one.
    const isEdge = looksUp ? this.edges.topEdges : this.edges.lowEdges;
    const isPlain = (cell: number, column: number, row: number): boolean => {
      const corner = row * (columns + 1) + column;
      return (
        done[cell] === 0 &&
        !(
          isEdge[corner] |
          isEdge[corner + 1] |
          isEdge[corner + columns + 1] |
          isEdge[corner + columns + 2]
        )
      );
    };
    for (let row = 0, cell = 0; row < rows; row++) {
      for (let column = 0; column < columns; column++, cell++) {
        const layer = layerOf[cell];
        if (layer === 0 || done[cell] !== 0) continue;
        const number = shown[cell];
        let right = column + 1;
        let back = row + 1;
        if (isPlain(cell, column, row)) {
          const alike = (x: number, y: number): boolean => {
            const other = y * columns + x;
            return layerOf[other] === layer && shown[other] === number && isPlain(other, x, y);
          };
          while (right < columns && alike(right, row)) right++;
          for (; back < rows; back++) {
            let x = column;
            while (x < right && alike(x, back)) x++;
            if (x < right) break;
          }
          for (let y = row; y < back; y++) done.fill(1, y * columns + column, y * columns + right);
        }
        this.addCap(column, row, right, back, heights[layer], number, looksUp);
      }
    }
  }

  private addCap(
    left: number,
    front: number,
    right: number,
    back: number,
    z: number,
    number: number,
    up: boolean,
  ): void {
    const round = up
      ? [left, front, right, front, right, back, left, back]
      : [left, front, left, back, right, back, right, front];
    this.begin(number);
    for (let k = 0; k < 4; k++) {
      this.put(k, round[2 * k], round[2 * k + 1], z, 0, 0, up ? 127 : -127);
    }
    if (right - left > 1 || back - front > 1) this.reachOut(round, left, front);
    this.faces++;
  }

  /** Lets the face that was begun reach a little under its neighbours. */
  private reachOut(round: readonly number[], left: number, front: number): void {
    const by = this.overlap * this.cells.cellMm;
    for (let k = 0; k < 4; k++) {
      const at = this.faces * 12 + 3 * k;
      this.places[at] += round[2 * k] === left ? -by : by;
      this.places[at + 1] += round[2 * k + 1] === front ? -by : by;
    }
  }

  private addWalls(): void {
    const { columns, rows } = this.cells;
    for (let row = 0; row < rows; row++) {
      for (let column = 0; column <= columns; column++) {
        const right = column < columns ? row * columns + column : -1;
        const left = column > 0 ? row * columns + column - 1 : -1;
        // What is full to the left looks to the right.
        this.addWall(left, right, column, row, column, row + 1);
      }
    }
    for (let row = 0; row <= rows; row++) {
      for (let column = 0; column < columns; column++) {
        const back = row < rows ? row * columns + column : -1;
        const front = row > 0 ? (row - 1) * columns + column : -1;
        this.addWall(front, back, column + 1, row, column, row);
      }
    }
  }

  /** The walls between two cells, along the edge from one corner to the other, seen from the second cell. */
  private addWall(a: number, b: number, x0: number, y0: number, x1: number, y1: number): void {
    const { top, low } = this.cells;
    const [topA, lowA] = a < 0 ? [0, 0] : [top[a], low[a]];
    const [topB, lowB] = b < 0 ? [0, 0] : [top[b], low[b]];
    if (topA === topB && lowA === lowB) return;
    this.addBare(a, topA, lowA, topB, lowB, x0, y0, x1, y1);
    this.addBare(b, topB, lowB, topA, lowA, x1, y1, x0, y0);
  }

  /** The part of a cell's side that its neighbour leaves bare. */
  private addBare(
    cell: number,
    top: number,
    low: number,
    otherTop: number,
    otherLow: number,
    x0: number,
    y0: number,
    x1: number,
    y1: number,
  ): void {
    if (top === 0) return;
    const number = this.cells.shown.top[cell];
    const [from, to] = [this.bottoms[low], this.tops[top]];
    const [otherFrom, otherTo] = [this.bottoms[otherLow], this.tops[otherTop]];
    if (otherTop === 0 || otherTo <= from || otherFrom >= to) {
      this.wallFace(x0, y0, x1, y1, from, to, number);
      return;
    }
    if (otherTo < to) this.wallFace(x0, y0, x1, y1, otherTo, to, number);
    if (otherFrom > from) this.wallFace(x0, y0, x1, y1, from, otherFrom, number);
  }

  private wallFace(
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    from: number,
    to: number,
    number: number,
  ): void {
    const { shifts, cells } = this;
    const stride = cells.columns + 1;
    const [p, q] = [2 * (y0 * stride + x0), 2 * (y1 * stride + x1)];
    const dx = x1 + shifts[q] - x0 - shifts[p];
    const dy = y1 + shifts[q + 1] - y0 - shifts[p + 1];
    const length = Math.hypot(dx, dy) || 1;
    // Outwards is to the right of the path.
    const [nx, ny] = [(dy / length) * 127, (-dx / length) * 127];
    this.begin(number);
    this.put(0, x0, y0, from, nx, ny, 0);
    this.put(1, x1, y1, from, nx, ny, 0);
    this.put(2, x1, y1, to, nx, ny, 0);
    this.put(3, x0, y0, to, nx, ny, 0);
    this.faces++;
  }

  private begin(number: number): void {
    const { faces } = this;
    if (faces * 12 === this.places.length) {
      this.places = longer(this.places, new Float32Array(this.places.length * 2));
      this.normals = longer(this.normals, new Int8Array(this.normals.length * 2));
      this.numbers = longer(this.numbers, new Uint16Array(this.numbers.length * 2));
    }
    this.numbers.fill(number, faces * 4, faces * 4 + 4);
  }

  private put(
    k: number,
    x: number,
    y: number,
    z: number,
    nx: number,
    ny: number,
    nz: number,
  ): void {
    const { cellMm, originX, originY, columns } = this.cells;
    const corner = y * (columns + 1) + x;
    const at = this.faces * 12 + k * 3;
    // A corner stays where nothing changes on this side of the print.
    const { topEdges, lowEdges } = this.edges;
    const isMoved = nz === 0 || (nz > 0 ? topEdges : lowEdges)[corner] !== 0;
    const [dx, dy] = isMoved ? [this.shifts[2 * corner], this.shifts[2 * corner + 1]] : [0, 0];
    this.places[at] = originX + (x + dx) * cellMm;
    this.places[at + 1] = originY + (y + dy) * cellMm;
    this.places[at + 2] = z;
    this.normals[at] = nx;
    this.normals[at + 1] = ny;
    this.normals[at + 2] = nz;
  }
}

function longer<T extends Float32Array | Int8Array | Uint16Array>(from: T, to: T): T {
  to.set(from);
  return to;
}
