import { looksOf, plainLooks } from '@/core/filament/look';
import type { Footprint } from '@/core/geometry/footprint';
import { PATH_STRIDE, type LayerPaths } from '@/core/geometry/paths';
import { bandAt } from '@/core/plan/work/bands';
import { isWhole } from '@/core/plan/parts';
import { filamentOf } from '@/core/plan/jobPlan';
import { plainSectionLooks, sectionLooks } from '@/core/plan/work/sectionLooks';
import { placesOfLayer } from '@/core/print/sections';
import { mainBands } from '@/core/plan/work/layerShares';
import type { MovedJob } from '@/base/work/movedJob';

type Coloured = Omit<MovedJob, 'timeline'>;

/** The cells of the finished print: they hold numbers of layers, or of sections where parts lie side by side. */
export function surfaceCells({
  reading,
  parts: { picture },
}: Pick<Coloured, 'reading' | 'parts'>): Footprint {
  return picture ? picture.footprint : reading.footprint;
}

/**
 * `#rrggbb` for each number in the cells of the finished print; entry 0 is empty.
 * @param blends whether thin colours show what is behind them.
 */
export function surfaceColours(
  { reading, bands, plan, parts: { picture, wishes } }: Coloured,
  from: 'above' | 'below',
  blends: boolean,
): readonly string[] {
  const { layers } = reading;
  if (!picture) return blends ? looksOf(bands, layers, from) : plainLooks(bands, layers.length);
  const filaments = wishes.map(({ letter }) => filamentOf(plan, letter));
  const parts = wishes.map(({ part }) => part);
  return blends ? sectionLooks(reading, filaments, parts, from) : plainSectionLooks(filaments);
}

/** The colour of every layer, that of its largest part where parts lie side by side; entry 0 is empty. */
export function layerColours({ parts, ...coloured }: Coloured): string[] {
  const bands = mainBands({ ...coloured, wishes: parts.wishes });
  return plainLooks(bands, coloured.reading.layers.length);
}

/** Lines of a layer that have one colour. */
export interface ColouredLines {
  readonly key: number;
  readonly lines: Float32Array;
  readonly colour: string;
}

/** The lines of a layer by their colours. */
export function colouredLines(
  { reading, bands, plan, parts }: Coloured,
  layer: number,
  { lines, ends }: LayerPaths,
): ColouredLines[] {
  if (isWhole(plan)) return [{ key: 0, lines, colour: bandAt(bands, layer).filament.colour }];
  const places = placesOfLayer(reading, layer);
  return ends.flatMap((end, i): ColouredLines[] => {
    const start = ends[i - 1] ?? 0;
    if (end === start || i >= places.length) return [];
    const { colour } = filamentOf(plan, parts.wishes[places[i]].letter);
    return [{ key: i, lines: lines.subarray(start * PATH_STRIDE, end * PATH_STRIDE), colour }];
  });
}
