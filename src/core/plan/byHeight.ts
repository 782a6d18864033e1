import type { Layer, LayerNumber } from '../layers';
import { bottomOf } from '../layers';
import { firstIndex } from '../search';
import type { Surface } from '../geometry/surface';
import type { JobPlan } from './jobPlan';
import { mainPart, withPart } from './edits/partEdits';
import { resolveHeight } from './lists/resolve';

/** How a print without clear steps is divided into bands. */
export type Division = 'equal-height' | 'equal-surface';

/**
 * The layers before which swaps go so that a print has `count` bands, equal in height or in what
 * is seen of them from above. Fewer come out where the print has too few layers.
 */
export function dividingLayers(
  layers: readonly Layer[],
  surface: Surface,
  count: number,
  division: Division,
): LayerNumber[] {
  if (layers.length === 0) return [];
  const found = new Set<LayerNumber>();
  for (let i = 1; i < count; i++) {
    const layer =
      division === 'equal-height'
        ? atHeightShare(layers, i / count)
        : atSurfaceShare(layers, surface, i / count);
    if (layer !== null && layer > 1) found.add(layer);
  }
  return [...found].sort((a, b) => a - b);
}

function atHeightShare(layers: readonly Layer[], share: number): LayerNumber | null {
  const bottom = bottomOf(layers[0]);
  const top = layers[layers.length - 1].z;
  return resolveHeight(layers, bottom + (top - bottom) * share)?.layer ?? null;
}

/** The layer after the one with which `share` of the surface is reached, or nearly so. */
function atSurfaceShare(
  layers: readonly Layer[],
  { above }: Surface,
  share: number,
): LayerNumber | null {
  const wanted = share * above[layers.length];
  const reached = firstIndex(above.length, (n) => above[n] >= wanted);
  const before = Math.max(0, reached - 1);
  const nearest = wanted - above[before] < above[reached] - wanted ? before : reached;
  return layers[nearest]?.number ?? null;
}

/** A plan with swaps of a part before exactly these layers, the palette's filaments in their order. */
export function withBandsAt(
  plan: JobPlan,
  starts: readonly LayerNumber[],
  key: string = mainPart(plan),
): JobPlan {
  const { palette } = plan;
  return withPart(plan, key, (part) => {
    const first = palette.findIndex(({ letter }) => letter === part.firstLetter);
    const swaps = starts.map((layer, i) => ({
      layer,
      letter: palette[(first + i + 1) % palette.length].letter,
    }));
    return { ...part, swaps };
  });
}
