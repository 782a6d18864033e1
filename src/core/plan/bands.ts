import { gramsOf } from '../filament/mass';
import type { Spool } from '../filament/spool';
import { bottomOf, type Layer, type LayerNumber } from '../gcode/layers';
import { NO_SETTINGS, type BandSettings } from '../recipe/settings';
import { seenShare, type SeenShare, type Surface } from '../geometry/surface';
import { filamentOf, printedSwaps, type JobPlan } from './jobPlan';
import type { PaletteFilament } from '../filament/palette';

/** A run of layers in one filament, or a run of sections where parts lie side by side. */
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
  /** The layer by which the plan names the swap before it; null for what is loaded first. */
  readonly swap: LayerNumber | null;
  /** What it wants otherwise than the file. */
  readonly settings: BandSettings;
  /** Its part of the finished surface. */
  readonly seen: SeenShare;
  /** Places of its sections among the reading's, in the order of printing; null for whole layers. */
  readonly sections: readonly number[] | null;
}

/**
 * The bands of a plan on a print, lowest first. Swaps above the last layer give no band.
 * @param spools by letter; filaments without one weigh as an ordinary one does.
 */
export function bandsOf(
  plan: JobPlan,
  layers: readonly Layer[],
  surface: Surface,
  filamentDiameter: number,
  spools: ReadonlyMap<string, Pick<Spool, 'density'>> = new Map(),
): Band[] {
  if (layers.length === 0) return [];
  const swaps = printedSwaps(plan, layers.length).filter((swap) => swap.layer <= layers.length);
  const first = { layer: 1, letter: plan.firstLetter, chosen: undefined, settings: NO_SETTINGS };
  const starts = [first, ...swaps];
  return starts.map(({ layer, letter, chosen, settings = NO_SETTINGS }, i): Band => {
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
      grams: gramsOf(filamentMm, filamentDiameter, spools.get(letter)?.density),
      swap: chosen ?? null,
      settings,
      seen: seenShare(surface, members[0].number, last.number),
      sections: null,
    };
  });
}

/** The band that prints a layer; the last one beyond the end. */
export function bandAt(bands: readonly Band[], layer: number): Band {
  return bands.findLast((band) => band.first <= layer) ?? bands[0];
}
