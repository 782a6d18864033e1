import { gramsOf } from '../filament/mass';
import { bottomOf, type Layer, type LayerNumber } from '../gcode/layers';
import { filamentOf, type JobPlan, type PaletteFilament } from './jobPlan';

/** A run of layers in one filament. */
export interface Band {
  readonly filament: PaletteFilament;
  readonly first: LayerNumber;
  readonly last: LayerNumber;
  /** Heights, machine mm. */
  readonly bottom: number;
  readonly top: number;
  readonly seconds: number;
  readonly filamentMm: number;
  readonly grams: number;
  /** True when a swap comes before it; false for what is loaded first. */
  readonly startsWithSwap: boolean;
}

/** The bands of a plan on a print, lowest first. Swaps above the last layer give no band. */
export function bandsOf(plan: JobPlan, layers: readonly Layer[], filamentDiameter: number): Band[] {
  if (layers.length === 0) return [];
  const starts = [
    { layer: 1, letter: plan.firstLetter },
    ...plan.swaps.filter((swap) => swap.layer <= layers.length),
  ];
  return starts.map(({ layer, letter }, i): Band => {
    const end = starts[i + 1]?.layer ?? layers.length + 1;
    const members = layers.slice(layer - 1, end - 1);
    const last = members[members.length - 1];
    const filamentMm = members.reduce((sum, one) => sum + one.filamentMm, 0);
    return {
      filament: filamentOf(plan, letter),
      first: members[0].number,
      last: last.number,
      bottom: bottomOf(members[0]),
      top: last.z,
      seconds: members.reduce((sum, one) => sum + one.seconds, 0),
      filamentMm,
      grams: gramsOf(filamentMm, filamentDiameter),
      startsWithSwap: i > 0,
    };
  });
}
