import { HAIR, ROUNDING } from '../../tolerances';
import { refuse, success, type Result } from '../../findings';
import { bottomOf, type Layer, type LayerNumber } from '../../layers';
import type { BandSettings } from '../../recipe/settings';
import type { SwapList } from './swapList';

/** A swap whose layer is certain. */
export interface ResolvedSwap {
  /** The swap comes before this layer. */
  readonly layer: LayerNumber;
  readonly filament: string;
  readonly settings: BandSettings;
  /** Filament to purge, mm; null for the recipe's. */
  readonly purge: number | null;
}

/** What a height typed by a person comes to. */
export interface ResolvedHeight {
  /** The swap goes before this layer, which starts at `z` mm. */
  readonly layer: LayerNumber;
  readonly z: number;
  /** `z` minus the height asked for, mm; 0 on a layer's edge. */
  readonly difference: number;
  /** The other edge of the layer that the height lies in; null on an edge or at the ends. */
  readonly other: LayerNumber | null;
}

/**
 * The layer that starts nearest to a height. Layers are found from the file and not by dividing,
 * since first layers differ. Half-way heights go up: one more layer of the old colour is the
 * safer side.
 * @returns null when the height lies above the last layer's start or below the second layer's.
 */
export function resolveHeight(layers: readonly Layer[], height: number): ResolvedHeight | null {
  const above = layers.findIndex((layer, i) => i > 0 && bottomOf(layer) > height + HAIR);
  const upper = above < 0 ? null : layers[above];
  const lower = above < 0 ? layers.at(-1) : layers[above - 1];
  if (!lower) return null;
  const resolved = (layer: Layer, other: Layer | null): ResolvedHeight => ({
    layer: layer.number,
    z: bottomOf(layer),
    difference: bottomOf(layer) - height,
    other: other && other.number > 1 ? other.number : null,
  });
  if (lower.number > 1 && Math.abs(bottomOf(lower) - height) <= HAIR) {
    return { ...resolved(lower, null), difference: 0 };
  }
  if (upper === null) return height < lower.z - HAIR ? resolved(lower, null) : null;
  if (lower.number === 1) return resolved(upper, null);
  const nearerBelow = height - bottomOf(lower) < bottomOf(upper) - height - ROUNDING;
  return nearerBelow ? resolved(lower, upper) : resolved(upper, lower);
}

/** Finds the layer of every swap, in the order of printing; refuses what cannot be meant. */
export function resolveSwaps(
  layers: readonly Layer[],
  requests: SwapList['swaps'],
): Result<ResolvedSwap[]> {
  const swaps: ResolvedSwap[] = [];
  const last = layers.length;
  for (const request of requests) {
    const { layer, height, filament, purge = null } = request;
    let number = layer;
    if (height !== undefined) {
      const top = layers.at(-1)?.z ?? 0;
      const resolved = resolveHeight(layers, height);
      if (resolved === null) {
        return refuse(
          'height-out-of-range',
          `No layer starts at ${height} mm; the print ends at ${top.toFixed(2)} mm.`,
        );
      }
      number = resolved.layer;
    }
    const found = number === undefined || number < 1 ? undefined : layers.at(number - 1);
    if (!found) {
      return refuse(
        'layer-out-of-range',
        `There is no layer ${number}; the print has ${last} layers.`,
      );
    }
    if (found.number === 1) {
      return refuse(
        'swap-before-first-layer',
        'There is no swap before layer 1: load that filament before you start.',
      );
    }
    const { nozzle = null, fan = null, flow = null, speed = null } = request;
    const settings = { nozzle, fan, flow, speed };
    swaps.push({ layer: found.number, filament, settings, purge });
  }
  swaps.sort((a, b) => a.layer - b.layer);
  const twice = swaps.find((swap, i) => swap.layer === swaps[i + 1]?.layer);
  if (twice) {
    return refuse(
      'two-swaps-on-a-layer',
      `Two swaps come before layer ${twice.layer}; one is enough.`,
    );
  }
  return success(swaps);
}
