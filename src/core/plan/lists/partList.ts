import { refuse, success, type Result } from '../../findings';
import { layerNumber, type Layer } from '../../layers';
import type { SlicedFile } from '../../read/slicedFile';
import { NO_SETTINGS } from '../../recipe/settings';
import type { WantedSection } from '../arrangement';
import { foundParts, WHOLE, type Stretch } from '../parts';
import { resolveSwaps, type ResolvedSwap } from './resolve';
import type { PartWish, PartWishes } from './swapList';

/**
 * What a short list wants of every section, in file order: the filament of its part, from the layer of the
 * part's latest swap on. A part that it does not name prints in a filament that is called like the part.
 */
export function sectionsOfList(
  reading: Pick<SlicedFile, 'sections' | 'sources' | 'layers'>,
  parts: PartWishes['parts'],
  stretches: readonly Stretch[],
): Result<WantedSection[]> {
  const keys = foundParts(reading, stretches);
  const known = new Set(keys);
  const wishes = new Map<string, PartWish>();
  for (const [name, wish] of Object.entries(parts)) {
    const key = name.trim().toUpperCase();
    if (!known.has(key)) {
      return refuse(
        'no-such-part',
        `There is no part ${name} in the file; it has ${[...known].join(', ')}.`,
      );
    }
    wishes.set(key, wish);
  }
  const swaps = new Map<string, ResolvedSwap[]>();
  for (const [key, wish] of wishes) {
    if (typeof wish === 'string') continue;
    // A part of several files counts the layers of its own file.
    const { layerOf } = reading.sources[reading.sections[keys.indexOf(key)].source];
    const own = layerOf.map((number, i): Layer => {
      return { ...reading.layers[number - 1], number: layerNumber(i + 1) };
    });
    const resolved = resolveSwaps(own, wish.swaps);
    if (!resolved.ok) return resolved;
    const printed = resolved.value.map((swap) => ({ ...swap, layer: layerOf[swap.layer - 1] }));
    swaps.set(key, printed);
  }
  return success(
    reading.sections.map(({ layer }, section): WantedSection => {
      const key = keys[section];
      const swap = swaps.get(key)?.findLast((one) => one.layer <= layer);
      if (swap) {
        const { filament, settings, purge } = swap;
        return { section, part: key, filament, settings, purge, asks: false };
      }
      const wish = wishes.get(key);
      const filament = typeof wish === 'string' ? wish : (wish?.filament ?? key);
      return wantedAtFirst(section, key, filament.trim());
    }),
  );
}

function wantedAtFirst(section: number, part: string, filament: string): WantedSection {
  return { section, part, filament, settings: NO_SETTINGS, purge: null, asks: false };
}

/**
 * What a short list of swaps before layers wants of every section, in file order.
 * @param first the filament to begin with; empty when nobody says.
 */
export function sectionsOfSwaps(
  { sections }: Pick<SlicedFile, 'sections'>,
  swaps: readonly ResolvedSwap[],
  first: string,
): WantedSection[] {
  let last: ResolvedSwap | undefined;
  return sections.map(({ layer }, section): WantedSection => {
    const swap = swaps.findLast((one) => one.layer <= layer);
    const asks = swap !== last;
    last = swap;
    if (!swap) return wantedAtFirst(section, WHOLE, first);
    const { filament, settings, purge } = swap;
    return { section, part: WHOLE, filament, settings, purge, asks };
  });
}
