import { gramsOfMm3 } from '../filament/mass';
import { byteOfLinear, HUNDREDTHS, squaredDifference } from './colourSpace';
import { thicknessOf, type ReliefDrawing, type ReliefLayers } from './drawing';
import { framed, printable, type HeightGrid } from './heights';
import { nearestOf, type PictureCells, type Shades } from './shades';
import {
  levelColours,
  looksFor,
  purgedGrams,
  spoolsByLayer,
  type ReliefSpool,
  type Stack,
} from './stack';

/** A relief as it is printed, and how it looks. */
export interface LaidRelief {
  /** With its frame. */
  readonly grid: HeightGrid;
  /** Squares of the frame at each side. */
  readonly frame: number;
  /** How it looks in daylight and backlit, four bytes a square of `grid`, row by row from the top. */
  readonly look: Uint8ClampedArray<ArrayBuffer>;
  readonly backlit: Uint8ClampedArray<ArrayBuffer>;
  /** Difference from the picture in hundredths of that from black to white: the mean, and the worst of its shades. */
  readonly mean: number;
  readonly worst: number;
  /** By spool, g, as if all of it were solid, with what is purged at the swaps. */
  readonly grams: readonly number[];
  /** By shade: the layers that most of it has. */
  readonly levels: readonly number[];
}

/** What a relief is laid from. */
export interface ReliefInputs {
  readonly drawing: ReliefDrawing;
  readonly layers: ReliefLayers;
  readonly cells: PictureCells;
  readonly cellMm: number;
  readonly shades: Shades;
  readonly spools: readonly ReliefSpool[];
}

/** A shade smaller than this share of the picture is not the worst one. */
const LEAST_SHADE = 0.005;

/**
 * Gives every square the height whose colour is nearest to it.
 * @param pins by shade: the layers that it is to have; null where that is free.
 */
export function layRelief(
  { drawing, layers, cells, cellMm, shades, spools }: ReliefInputs,
  stack: Stack,
  pins: readonly (number | null)[],
): LaidRelief {
  const byLayer = spoolsByLayer(stack);
  const coloursIn = (light: 'day' | 'lamp') =>
    levelColours(byLayer, layers, looksFor(spools, layers, light));
  const [day, lamp] = [coloursIn('day'), coloursIn('lamp')];
  const { lab } = drawing.light === 'day' ? day : lamp;
  const wanted = new Uint8Array(cells.solid.length);
  for (let cell = 0; cell < wanted.length; cell++) {
    if (cells.solid[cell] === 0) continue;
    const pin = pins.at(shades.ofCell[cell]) ?? null;
    wanted[cell] = pin ?? layers.base + nearestOf(lab, cells.lab, cell * 3);
  }
  const inner = printable(
    { columns: cells.columns, rows: cells.rows, layers: wanted },
    Math.ceil(drawing.leastIsland / cellMm ** 2),
  );
  const frame = Math.round(drawing.frame / cellMm);
  const whole = framed(inner, frame, byLayer.length, drawing.hole / 2 / cellMm);
  // A hole may leave squares that touch at a corner.
  const grid = printable(whole, 1);
  return {
    grid,
    frame,
    look: shownIn(grid, day.linear, layers.base),
    backlit: shownIn(grid, lamp.linear, layers.base),
    ...compared(cells, shades, inner, lab, layers.base),
    grams: gramsBySpool(grid, byLayer, cellMm, layers, spools),
  };
}

/** The colours of all squares; none where nothing stands. */
function shownIn(
  { layers: heights }: HeightGrid,
  linear: Float32Array,
  base: number,
): Uint8ClampedArray<ArrayBuffer> {
  const shown = new Uint8ClampedArray(heights.length * 4);
  heights.forEach((height, i) => {
    if (height === 0) return;
    const at = (height - base) * 3;
    for (let k = 0; k < 3; k++) shown[i * 4 + k] = byteOfLinear(linear[at + k]);
    shown[i * 4 + 3] = 255;
  });
  return shown;
}

/** How far what is printed is from the picture, and which height each shade has. */
function compared(
  cells: PictureCells,
  shades: Shades,
  { layers }: HeightGrid,
  lab: Float32Array,
  base: number,
): Pick<LaidRelief, 'mean' | 'worst' | 'levels'> {
  const count = shades.weights.length;
  const sums = new Float64Array(count);
  const counts = new Uint32Array(count);
  const heights = Array.from({ length: count }, () => new Map<number, number>());
  for (let cell = 0; cell < layers.length; cell++) {
    if (cells.solid[cell] === 0 || layers[cell] === 0) continue;
    const shade = shades.ofCell[cell];
    sums[shade] += Math.sqrt(squaredDifference(cells.lab, cell * 3, lab, (layers[cell] - base) * 3)); // prettier-ignore
    counts[shade]++;
    heights[shade].set(layers[cell], (heights[shade].get(layers[cell]) ?? 0) + 1);
  }
  const all = counts.reduce((sum, one) => sum + one, 0);
  let worst = 0;
  counts.forEach((many, shade) => {
    if (many >= LEAST_SHADE * all) worst = Math.max(worst, sums[shade] / Math.max(1, many));
  });
  return {
    mean: (sums.reduce((sum, one) => sum + one, 0) / Math.max(1, all)) * HUNDREDTHS,
    worst: worst * HUNDREDTHS,
    levels: heights.map((of) => [...of].sort((a, b) => b[1] - a[1] || a[0] - b[0])[0]?.[0] ?? base),
  };
}

function gramsBySpool(
  { layers: heights }: HeightGrid,
  byLayer: readonly number[],
  cellMm: number,
  layers: ReliefLayers,
  spools: readonly ReliefSpool[],
): number[] {
  const counts = new Uint32Array(byLayer.length + 2);
  for (const height of heights) counts[height]++;
  const grams = spools.map(() => 0);
  const purged = purgedGrams(spools);
  let above = 0;
  for (let layer = byLayer.length; layer >= 1; layer--) {
    above += counts[layer];
    const spool = byLayer[layer - 1];
    const mm3 = above * cellMm ** 2 * thicknessOf(layers, layer);
    grams[spool] += gramsOfMm3(mm3, spools[spool].density);
    const before = byLayer[layer - 2];
    if (layer > 1 && before !== spool) grams[spool] += purged[before][spool];
  }
  return grams;
}
