import type { LevelBox, SettledRaster } from '../footprint';

/** Neighbouring levels that one raster takes together, so that it folds many of a kind at once. */
const RUN = 16;

/** Which of `count` rasters stamps a level, when they share the levels of a print. */
export function rasterOf(level: number, count: number): number {
  return Math.floor(level / RUN) % count;
}

/** One raster of several that have shared the levels: no level may be in two of them. */
export function joinRasters(parts: readonly SettledRaster[]): SettledRaster {
  if (parts.length === 1) return parts[0];
  const drawn = parts.filter(({ columns }) => columns > 0);
  const column0 = Math.min(...drawn.map((part) => part.column0));
  const row0 = Math.min(...drawn.map((part) => part.row0));
  const right = Math.max(...drawn.map((part) => part.column0 + part.columns));
  const last = Math.max(...drawn.map((part) => part.row0 + part.rows));
  const columns = drawn.length === 0 ? 0 : right - column0;
  const rows = drawn.length === 0 ? 0 : last - row0;
  const top = new Uint16Array(columns * rows);
  const low = new Uint16Array(columns * rows);
  for (const part of drawn) {
    for (let row = 0; row < part.rows; row++) {
      let from = row * part.columns;
      let to = (row + part.row0 - row0) * columns + part.column0 - column0;
      for (const end = from + part.columns; from < end; from++, to++) {
        const highest = part.top[from];
        if (highest === 0) continue;
        if (highest > top[to]) top[to] = highest;
        const lowest = part.low[from];
        if (low[to] === 0 || lowest < low[to]) low[to] = lowest;
      }
    }
  }
  const levels = Math.max(...parts.map(({ covered }) => covered.length));
  const covered = Array.from({ length: levels }, (_, level) =>
    parts.reduce((sum, part) => sum + (part.covered[level] ?? 0), 0),
  );
  const boxes = Array.from({ length: levels }, (_, level): LevelBox => {
    const owner = parts.find((part) => (part.covered[level] ?? 0) > 0) ?? parts[0];
    return owner.boxes[level] ?? owner.boxes[0];
  });
  const overflowed = parts.some((part) => part.overflowed);
  return { columns, rows, column0, row0, top, low, covered, boxes, overflowed };
}
