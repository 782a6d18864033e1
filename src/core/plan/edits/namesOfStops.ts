import type { FoundStop } from '../../gcode/stops';

/** What only counts: `2/14`, `swap 3 of 5`, `#2`, a number at the edge. */
const COUNTS = /\d+\s*(?:\/|of)\s*\d+|#\s*\d+|^\d+|\d+$/gi;

/**
 * The filaments that stops name in what they show, one for each stop; null for all where the texts say nothing of
 * filaments: all the same, or each a count of its own.
 */
export function namesOfStops(stops: readonly Pick<FoundStop, 'says'>[]): (string | null)[] {
  const none = stops.map(() => null);
  const texts = stops.map(({ says }) => (says === null ? null : plain(says)));
  if (texts.includes(null)) return none;
  const bare = texts.map((text) => plain(text!.replace(COUNTS, ' ')));
  const names = tellApart(texts) ? texts : tellApart(bare) ? bare : none;
  return [...names];
}

/** Several names, of which not each is one of its own. */
function tellApart(names: readonly (string | null)[]): boolean {
  const { size } = new Set(names);
  const counts = names.some((name) => name === '' || /\d/.test(name ?? ''));
  return size > 1 && (size < names.length || !counts);
}

function plain(text: string): string {
  return text.normalize('NFC').replace(/\s+/g, ' ').trim().toLowerCase();
}
