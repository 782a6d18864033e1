import { formatCm2, formatMm } from '@/core/format';
import type { Flat, FlatKind } from '@/core/model/flats';

const KIND_WORDS: Readonly<Record<FlatKind, string>> = {
  top: 'Nothing on top',
  ground: 'Raised parts begin here',
  sunken: 'Everything around is higher: raised parts begin here, or this is a recess',
  underside: 'Faces down, above the bed',
  inside: 'Floor of a closed hollow: not seen',
  bed: 'Lies on the bed',
};

/** What lies at a height, in a sentence. */
export function flatWords({ kind, aboveMm2, belowMm2, upMm2 }: Flat): string {
  const seen = [
    aboveMm2 >= 0.5 && `${formatCm2(aboveMm2)} seen from above`,
    belowMm2 >= 0.5 && `${formatCm2(belowMm2)} from below`,
  ].filter(Boolean);
  const hidden = upMm2 > aboveMm2 * 1.05 + 1 ? ', more of it covered' : '';
  return `${KIND_WORDS[kind]}${seen.length > 0 ? `. ${seen.join(', ')}${hidden}` : ''}.`;
}

/** The heights that a colour may want to begin or end at: flat faces that are seen from above. */
export function colourHeights(flats: readonly Flat[], most: number): number[] {
  const seen = flats.filter(({ aboveMm2, z }) => aboveMm2 >= 0.5 && z > 0);
  const largest = seen.toSorted((a, b) => b.aboveMm2 - a.aboveMm2).slice(0, most);
  return largest.map(({ z }) => z).sort((a, b) => a - b);
}

/** `84.00 × 56.00 × 8.04 mm`. */
export function sizeWords(size: readonly number[]): string {
  return `${size.map(formatMm).join(' × ')} mm`;
}
