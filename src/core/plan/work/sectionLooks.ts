import { mixedLook } from '../../filament/look';
import { hidingOver, type PaletteFilament } from '../../filament/palette';
import type { Print } from '../../print/print';

/** The plain colour of every section; entry 0 is empty. */
export function plainSectionLooks(filaments: readonly PaletteFilament[]): string[] {
  return ['', ...filaments.map(({ colour }) => colour)];
}

/**
 * The colour of every section where it is the outermost, over what lies behind it: the same part's section in
 * the next layer inwards, or else the one that takes most filament there.
 * @param filaments and `parts` of the sections, in file order.
 */
export function sectionLooks(
  { sections, layers }: Pick<Print, 'sections' | 'layers'>,
  filaments: readonly PaletteFilament[],
  parts: readonly string[],
  side: 'above' | 'below',
): string[] {
  const inwards = side === 'above' ? -1 : 1;
  const looks = new Array<string>(sections.length + 1).fill('');
  const ofLayer = new Map<number, number[]>();
  sections.forEach(({ layer }, i) => ofLayer.set(layer, [...(ofLayer.get(layer) ?? []), i]));
  const places = sections.map((_, i) => i);
  if (side === 'below') places.reverse();
  for (const i of places) {
    const next = ofLayer.get(sections[i].layer + inwards) ?? [];
    const same = next.find((one) => parts[one] === parts[i]);
    const most = next.toSorted((a, b) => sections[b].filamentMm - sections[a].filamentMm).at(0);
    const behind = same ?? most;
    const { thickness } = layers[sections[i].layer - 1];
    const hidingDepth = hidingOver(filaments[i], behind === undefined ? null : filaments[behind]);
    looks[i + 1] = mixedLook(
      { ...filaments[i], hidingDepth },
      thickness,
      behind === undefined ? null : looks[behind + 1] || filaments[behind].colour,
    );
  }
  return looks;
}
