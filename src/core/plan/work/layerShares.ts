import type { PaletteFilament } from '../../filament/palette';
import { bottomOf } from '../../layers';
import type { Print } from '../../print/print';
import type { Band } from './bands';
import { filamentOf, type JobPlan } from '../jobPlan';
import { isWhole } from '../parts';
import type { SectionWish } from '../wishes';

/** What one filament takes of a layer. */
export interface LayerShare {
  readonly filament: PaletteFilament;
  /** Of the layer's filament, 0 to 1. */
  readonly share: number;
}

interface SharedPrint {
  readonly reading: Pick<Print, 'sections'>;
  readonly plan: JobPlan;
  readonly wishes: readonly SectionWish[];
}

/** The filaments of every layer, in the order of the palette, by layer number. */
export function sharesByLayer({
  reading,
  plan,
  wishes,
}: SharedPrint): ReadonlyMap<number, readonly LayerShare[]> {
  const lengths = new Map<number, Map<string, number>>();
  reading.sections.forEach(({ layer, filamentMm }, i) => {
    const { letter } = wishes[i];
    const ofLayer = lengths.get(layer) ?? new Map<string, number>();
    ofLayer.set(letter, (ofLayer.get(letter) ?? 0) + filamentMm);
    lengths.set(layer, ofLayer);
  });
  const letters = plan.palette.map(({ letter }) => letter);
  return new Map(
    [...lengths].map(([layer, ofLayer]) => {
      const whole = [...ofLayer.values()].reduce((sum, mm) => sum + mm, 0) || 1;
      const sorted = [...ofLayer].sort(([a], [b]) => letters.indexOf(a) - letters.indexOf(b));
      return [
        layer,
        sorted.map(([letter, mm]) => ({ filament: filamentOf(plan, letter), share: mm / whole })),
      ];
    }),
  );
}

/** A run of layers that one filament takes most of. */
export type MainBand = Pick<Band, 'filament' | 'first' | 'last' | 'bottom' | 'top'>;

/** The bands of a print of one part; where parts lie side by side, each layer in what takes most of it. */
export function mainBands({
  reading,
  bands,
  plan,
  wishes,
}: SharedPrint & {
  readonly reading: Pick<Print, 'sections' | 'layers'>;
  readonly bands: readonly Band[];
}): readonly MainBand[] {
  if (isWhole(plan)) return bands;
  const shares = sharesByLayer({ reading, plan, wishes });
  return reading.layers.flatMap((layer): MainBand[] => {
    const { number, z } = layer;
    const most = (shares.get(number) ?? []).toSorted((a, b) => b.share - a.share).at(0);
    if (!most) return [];
    return [
      { filament: most.filament, first: number, last: number, bottom: bottomOf(layer), top: z },
    ];
  });
}
