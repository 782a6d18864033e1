import type { LayerNumber } from '../layers';
import type { BandSettings } from '../recipe/settings';

/** The layer that the plan names for a swap, wherever it is printed. */
export function chosenLayer({ layer, chosen }: PlannedSwap): LayerNumber {
  return chosen ?? layer;
}

/** A swap of a part: before `layer`, to the filament with `letter`. */
export interface PlannedSwap {
  readonly layer: LayerNumber;
  /** As it comes out in print: the layer that the plan names, which the habit of an extra layer moves. */
  readonly chosen?: LayerNumber;
  readonly letter: string;
  /** What its band wants otherwise than the file. */
  readonly settings?: BandSettings;
  /** Filament to purge, mm; the recipe's when left out. */
  readonly purge?: number;
}
