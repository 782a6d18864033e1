/** How many layers stand in each square, row by row from the top; 0 where nothing does. */
export interface HeightGrid {
  readonly columns: number;
  readonly rows: number;
  readonly layers: Uint8Array<ArrayBuffer>;
}

/** Joining islands may leave others: more rounds than this are not worth it. */
const MOST_ROUNDS = 6;

/**
 * Joins what is too small with what is around it, and what only touches at a corner.
 * @param least fewest squares that a part of one height may have.
 */
export function printable(grid: HeightGrid, least: number): HeightGrid {
  let { layers } = grid;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const next = withoutIslands({ ...grid, layers }, least);
    if (next === null) break;
    layers = next;
  }
  return { ...grid, layers: joinedCorners({ ...grid, layers }) };
}

/** The grid with islands joined; null where there is none. */
function withoutIslands(
  { columns, rows, layers }: HeightGrid,
  least: number,
): Uint8Array<ArrayBuffer> | null {
  const out = layers.slice();
  const seen = new Uint8Array(layers.length);
  let isChanged = false;
  for (let start = 0; start < layers.length; start++) {
    if (seen[start] === 1) continue;
    const part: number[] = [start];
    const around = new Map<number, number>();
    seen[start] = 1;
    for (let i = 0; i < part.length; i++) {
      for (const other of besides(part[i], columns, rows)) {
        if (layers[other] !== layers[start])
          around.set(layers[other], (around.get(layers[other]) ?? 0) + 1);
        else if (seen[other] === 0) {
          seen[other] = 1;
          part.push(other);
        }
      }
    }
    if (part.length >= least || around.size === 0) continue;
    // What most of its edge meets; of two, that which is nearer in height.
    const own = layers[start];
    const [to] = [...around].sort(
      ([a, m], [b, n]) => n - m || Math.abs(a - own) - Math.abs(b - own) || a - b,
    )[0];
    for (const cell of part) out[cell] = to;
    isChanged = true;
  }
  return isChanged ? out : null;
}

function besides(cell: number, columns: number, rows: number): number[] {
  const [x, y] = [cell % columns, Math.floor(cell / columns)];
  const found: number[] = [];
  if (x > 0) found.push(cell - 1);
  if (x < columns - 1) found.push(cell + 1);
  if (y > 0) found.push(cell - columns);
  if (y < rows - 1) found.push(cell + columns);
  return found;
}

/** Raises the higher of two squares between which others touch at a corner alone, until none does. */
function joinedCorners({ columns, rows, layers }: HeightGrid): Uint8Array<ArrayBuffer> {
  const out = layers.slice();
  let isChanged = true;
  while (isChanged) {
    isChanged = false;
    for (let y = 0; y + 1 < rows; y++) {
      for (let x = 0; x + 1 < columns; x++) {
        const a = y * columns + x;
        const [b, c, d] = [a + 1, a + columns, a + columns + 1];
        isChanged = raise(out, a, d, b, c) || isChanged;
        isChanged = raise(out, b, c, a, d) || isChanged;
      }
    }
  }
  return out;
}

function raise(out: Uint8Array, one: number, other: number, p: number, q: number): boolean {
  const least = Math.min(out[one], out[other]);
  if (least <= Math.max(out[p], out[q])) return false;
  out[out[p] >= out[q] ? p : q] = least;
  return true;
}

/** A grid with a frame of full height round it, and a hole in the middle of its upper edge. */
export function framed(
  { columns, rows, layers }: HeightGrid,
  frame: number,
  full: number,
  holeRadius: number,
): HeightGrid {
  const [wide, tall] = [columns + 2 * frame, rows + 2 * frame];
  const out = new Uint8Array(wide * tall).fill(frame > 0 ? full : 0);
  for (let y = 0; y < rows; y++)
    out.set(layers.subarray(y * columns, (y + 1) * columns), (y + frame) * wide + frame);
  // As far from the edge as it is wide.
  const [middleX, middleY] = [wide / 2, 2 * holeRadius];
  for (let cell = 0; cell < out.length && holeRadius > 0; cell++) {
    const [x, y] = [(cell % wide) + 0.5, Math.floor(cell / wide) + 0.5];
    if (Math.hypot(x - middleX, y - middleY) <= holeRadius) out[cell] = 0;
  }
  return { columns: wide, rows: tall, layers: out };
}
