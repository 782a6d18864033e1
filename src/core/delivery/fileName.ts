import { plural } from '../format';
import { plainText } from '../plainText';

/** What a name for the output may be made of. */
export interface NameFacts {
  /** Name of the sliced file. */
  readonly fileName: string;
  /** Letters of the filaments in the order of printing. */
  readonly letters: readonly string[];
  readonly swaps: number;
  readonly printer: string;
}

/** Words that a pattern may hold, and what stands in their place. */
export const NAME_WORDS: Readonly<Record<string, string>> = {
  '{job}': 'name of the sliced file',
  '{colours}': 'letters of the filaments',
  '{swaps}': 'number of swaps',
  '{printer}': 'name of the printer',
};

/** `hide-plate-7.gcode`, two swaps, `{job}-{swaps}` → `hide-plate-7-2-swaps.gcode`. */
export function outputName(pattern: string, facts: NameFacts): string {
  const values: Readonly<Record<string, string>> = {
    '{job}': facts.fileName.replace(/\.(gz|zip)$/i, '').replace(/\.(gcode|gco|g)$/i, ''),
    '{colours}': facts.letters.join(''),
    '{swaps}': plural(facts.swaps, 'swap').replace(' ', '-'),
    '{printer}': facts.printer.toLowerCase(),
  };
  const name = pattern
    .replace(/\{\w+\}/g, (word) => values[word] ?? '')
    // Characters that file systems and memory cards refuse.
    .replace(/[\\/:*?"<>|\u0000-\u001f]/g, '-')
    .replace(/\s+/g, '-')
    .replace(/^[.\-]+|[.\-]+$/g, '')
    .slice(0, 100);
  return `${name || values['{job}'] || 'print'}.gcode`;
}

/** `B Bone white` → `B-bone-white`: the letter as it is, and what file systems and memory cards take. */
export function filamentSlug(filament: string): string {
  const [, letter, name] = /^([A-Z]) (.+)$/.exec(filament) ?? [null, null, filament];
  const plain = plainText(name)
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase()
    .slice(0, 40);
  return [letter, plain || 'filament'].filter(Boolean).join('-');
}
