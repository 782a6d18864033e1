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
  let length = first.length;
  for (const stem of stems) {
    while (length > 0 && stem.slice(0, length) !== first.slice(0, length)) length--;
  }
  const common = first.slice(0, length).replace(/[\s._-]+$/, '');
  return common.length > 1 ? common : first || 'print';
}
