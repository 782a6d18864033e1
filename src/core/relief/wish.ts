import type { ReliefLayers } from './drawing';
import type { Shades } from './shades';
import type { ReliefSpool } from './stack';

/** What is looked for: the stack of spools that looks most like a picture. */
export interface SearchWish {
  readonly spools: readonly ReliefSpool[];
  readonly layers: ReliefLayers;
  readonly light: 'day' | 'lamp';
  readonly shades: Pick<Shades, 'lab' | 'weights'>;
  /** By shade: the layers that it is to have, from the base's on; null where that is free. */
  readonly pins: readonly (number | null)[];
  readonly mostSwaps: number;
  readonly mostSpools: number;
  /** What the picture covers, and what stands at full height beside it, mm². */
  readonly areaMm2: number;
  readonly fullMm2: number;
}
