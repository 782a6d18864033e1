import { filamentSlug } from './fileName';

/** Names of the files of a delivery: `wader-coaster-2of3-B-bone-white.gcode`. */
export function deliveryNames(stem: string, filaments: readonly string[]): string[] {
  if (filaments.length === 1) return [`${stem}.gcode`];
  return filaments.map(
    (filament, i) => `${stem}-${i + 1}of${filaments.length}-${filamentSlug(filament)}.gcode`,
  );
}

/** What the names of files have in common: `coaster-base.gcode`, `coaster-rim.gcode` → `coaster`. */
export function commonStem(names: readonly string[]): string {
  const stems = names.map((name) =>
    name.replace(/\.(gz|zip)$/i, '').replace(/\.(gcode|gco|g)$/i, ''),
  );
  const [first] = stems;
  if (stems.length === 1) return first || 'print';
  const common = commonWords(stems);
  return common.length > 1 ? common : first || 'print';
}

/** The words with which all names begin: `Wader coaster: base`, `Wader coaster: bird` → `Wader coaster`. */
export function commonWords(names: readonly string[]): string {
  const [first = ''] = names;
  let length = first.length;
  for (const name of names) {
    while (length > 0 && !name.startsWith(first.slice(0, length))) length--;
  }
  // A word that goes on in one of them does not occur in all.
  const goesOn = names.some((name) => /[\p{L}\p{N}]/u.test(name[length] ?? ''));
  const common = first.slice(0, length);
  return (goesOn ? common.replace(/[\p{L}\p{N}]+$/u, '') : common).replace(/[\s:_.-]+$/, '');
}
