// How near reliefs come to ten pictures with the demo's shelf, and how long that takes.
import { DEMO_SHELF } from '../../src/core/filament/shelf/demoShelf';
import type { Pixels } from '../../src/core/draw/flatColours';
import { cellsOf, gridOf } from '../../src/core/relief/cells';
import { FIRST_RELIEF, reliefLayers } from '../../src/core/relief/drawing';
import { layRelief } from '../../src/core/relief/layRelief';
import { searchStacks } from '../../src/core/relief/search';
import { shadesOf } from '../../src/core/relief/shades';
import { secondsOf } from '../turns';

const [WIDE, TALL] = [600, 400];
/** Squares along the relief. */
const SIDE = 200;

type Rgb = readonly number[];
type Paint = (x: number, y: number) => Rgb;

const mix = (a: Rgb, b: Rgb, share: number): Rgb =>
  a.map((part, k) => part + (b[k] - part) * Math.max(0, Math.min(1, share)));
const hill = (x: number): number => 0.5 + 0.09 * Math.sin(x * 13) + 0.04 * Math.sin(x * 41 + 2);

/** Ten made-up pictures; places go from 0 to 1. */
const PICTURES: Readonly<Record<string, Paint>> = {
  'marsh at dusk': (x, y) =>
    y < hill(x) ? mix([60, 78, 105], [226, 150, 90], y * 2) : mix([150, 140, 110], [44, 52, 30], y),
  'heron, black on mist': (x, y) =>
    Math.hypot((x - 0.5) * 2.4, y - 0.6) < 0.24 || (Math.abs(x - 0.58) < 0.02 && y < 0.6 && y > 0.2)
      ? [30, 32, 36]
      : mix([225, 228, 226], [160, 172, 178], y),
  'heights of a map': (x, y) => {
    const high = Math.sin(x * 7) * Math.cos(y * 6) + 0.4 * Math.sin(x * 17 + y * 9);
    const steps: Rgb[] = [[63, 127, 168], [107, 87, 68], [124, 154, 75], [167, 184, 92], [239, 231, 212]]; // prettier-ignore
    return steps[Math.max(0, Math.min(4, Math.floor((high + 1.3) * 2)))];
  },
  'grey portrait': (x, y) => {
    const face = 1 - Math.hypot((x - 0.5) * 2.6, (y - 0.5) * 1.9);
    const light = 40 + 190 * Math.max(0, face) ** 0.7 + 12 * Math.sin(x * 60) * Math.sin(y * 50);
    return [light, light, light];
  },
  'sepia portrait': (x, y) => {
    const face = 1 - Math.hypot((x - 0.45) * 2.6, (y - 0.5) * 1.9);
    return mix([48, 34, 24], [236, 214, 178], Math.max(0.05, face) ** 0.8);
  },
  'black on white': (x, y) =>
    Math.sin(x * 40) * Math.sin(y * 30) > 0.2 ? [20, 20, 20] : [245, 245, 245],
  sunset: (_x, y) => mix(mix([40, 30, 60], [200, 70, 50], y * 1.6), [240, 200, 90], y * 1.8 - 0.8),
  'poppies in a meadow': (x, y) =>
    Math.hypot(((x * 9) % 1) - 0.5, ((y * 6 + Math.floor(x * 9) * 0.4) % 1) - 0.5) < 0.25
      ? [190, 60, 48]
      : mix([150, 176, 92], [80, 110, 56], y + 0.2 * Math.sin(x * 30)),
  'six stripes': (x) =>
    [[181, 73, 59], [212, 154, 42], [227, 198, 63], [124, 154, 75], [63, 127, 168], [47, 43, 40]][Math.min(5, Math.floor(x * 6))], // prettier-ignore
  'boats in blue': (x, y) =>
    Math.abs(x - 0.5) < 0.3 * (y - 0.25) && y < 0.62
      ? [238, 232, 215]
      : y > 0.62
        ? mix([63, 127, 168], [30, 52, 76], (y - 0.62) * 2.6 + 0.15 * Math.sin(x * 50 + y * 90))
        : mix([150, 190, 210], [200, 220, 226], y),
};

function pixelsOf(paint: Paint): Pixels {
  const data = new Uint8ClampedArray(WIDE * TALL * 4);
  for (let i = 0; i < WIDE * TALL; i++) {
    data.set([...paint((i % WIDE) / WIDE, Math.floor(i / WIDE) / TALL), 255], i * 4);
  }
  return { width: WIDE, height: TALL, data };
}

export interface ReliefFigure {
  readonly name: string;
  /** Swaps, and how far off the picture what is printed is: mean and worst shade. */
  readonly swaps: number;
  readonly mean: number;
  readonly worst: number;
  readonly isBest: boolean;
  readonly searchSeconds: number;
  /** Seconds until squares, shades and heights are there, and once only the stack changes. */
  readonly firstSeconds: number;
  readonly againSeconds: number;
}

/** The best relief of each picture with up to so many swaps of the demo's spools. */
export async function reliefFigures(mostSwaps: number): Promise<ReliefFigure[]> {
  const figures: ReliefFigure[] = [];
  const spools = [...DEMO_SHELF];
  for (const [name, paint] of Object.entries(PICTURES)) {
    const pixels = pixelsOf(paint);
    const drawing = { ...FIRST_RELIEF, width: SIDE * FIRST_RELIEF.lineWidth, mostSwaps };
    const layers = reliefLayers(drawing);
    const { cellMm, columns, rows } = gridOf(pixels, drawing);
    const start = performance.now();
    const cells = cellsOf(pixels, drawing);
    const shades = shadesOf(cells, 40);
    const preparing = (performance.now() - start) / 1000;
    const pins = [...shades.weights].map(() => null);
    const wish = { spools, layers, light: 'day' as const, shades, pins, mostSwaps, mostSpools: 5, areaMm2: columns * rows * cellMm ** 2, fullMm2: 0 }; // prettier-ignore
    let found = searchStacks({ ...wish, mostSwaps: 0 }).found;
    const searchSeconds = await secondsOf(() => {
      ({ found } = searchStacks(wish));
    });
    const last = found[found.length - 1];
    const inputs = { drawing, layers, cells, cellMm, shades, spools };
    let laid = layRelief(inputs, last.stack, pins);
    const againSeconds = await secondsOf(() => {
      laid = layRelief(inputs, last.stack, pins);
    });
    const { mean, worst } = laid;
    figures.push({ name, swaps: last.swaps, mean, worst, isBest: last.isBest, searchSeconds, firstSeconds: preparing + againSeconds, againSeconds }); // prettier-ignore
  }
  return figures;
}
