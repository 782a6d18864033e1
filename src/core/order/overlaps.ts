import type { SlicedSection } from '../read/slicedFile';
import { HAIR } from '../tolerances';
import type { SectionShapes } from './sectionShapes';

/** Two sections of different files that print in one place. */
export interface Overlap {
  /** Places among the reading's sections. */
  readonly one: number;
  readonly other: number;
  /** Area that both fill, mm². */
  readonly areaMm2: number;
}

/** Borders of neighbours run into each other a little; less than this is that, mm². */
const LEAST_AREA = 0.5;

/** Finds where sections of different files fill the same place at the same height. */
export function overlapsOf(
  { shapes, cellMm }: Pick<SectionShapes, 'shapes' | 'cellMm'>,
  sections: readonly Pick<SlicedSection, 'source' | 'z' | 'thickness'>[],
): Overlap[] {
  const found: Overlap[] = [];
  const byHeight = sections.map((_, i) => i).sort((a, b) => sections[a].z - sections[b].z);
  const floor = (i: number): number => sections[i].z - sections[i].thickness;
  const thickest = sections.reduce((most, { thickness }) => Math.max(most, thickness), 0);
  for (let at = 0; at < byHeight.length; at++) {
    const low = byHeight[at];
    for (let next = at + 1; next < byHeight.length; next++) {
      const high = byHeight[next];
      if (sections[high].z - thickest >= sections[low].z - HAIR) break;
      const apart = floor(high) >= sections[low].z - HAIR;
      if (apart || sections[low].source === sections[high].source) continue;
      const areaMm2 = bitsInBoth(shapes[low].rests, shapes[high].rests) * cellMm ** 2;
      if (areaMm2 < LEAST_AREA) continue;
      found.push({ one: Math.min(low, high), other: Math.max(low, high), areaMm2 });
    }
  }
  return found;
}

function bitsInBoth(a: Int32Array, b: Int32Array): number {
  let count = 0;
  for (let i = 0; i < a.length; i++) {
    for (let both = a[i] & b[i]; both !== 0; both &= both - 1) count++;
  }
  return count;
}
