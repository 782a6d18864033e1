import type { PrintedPart } from '../blocks/printedParts';
import type { Visit } from './arrangement';
import { WHOLE } from './parts';

const known = new WeakMap<readonly Visit[], readonly (readonly PrintedPart[])[]>();

/** The parts that print in each visit, in its order; none where the print is one part. */
export function printedParts(visits: readonly Visit[]): readonly (readonly PrintedPart[])[] {
  let parts = known.get(visits);
  if (!parts) known.set(visits, (parts = partsOfVisits(visits)));
  return parts;
}

function partsOfVisits(visits: readonly Visit[]): PrintedPart[][] {
  const latest = new Map<string, string>();
  return visits.map(({ filament, sections }) => {
    const parts = [...new Set(sections.map(({ part }) => part))].filter((part) => part !== WHOLE);
    return parts.map((part) => {
      const before = latest.get(part);
      latest.set(part, filament);
      return { part, anew: before !== undefined && before !== filament };
    });
  });
}
