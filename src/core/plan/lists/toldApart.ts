import { plainName } from '../../blocks/blocks';
import type { WantedSection } from '../arrangement';

/** Filaments by names that blocks can tell apart, and what the person calls each of them. */
export interface ToldApart {
  readonly sections: readonly WantedSection[];
  /** The name in the blocks of a filament; itself for one that no section has. */
  readonly labelOf: (name: string) => string;
  readonly nameOf: (label: string) => string;
}

/**
 * Gives filaments letters, in the order in which the file comes to them, where their names alone would not tell them
 * apart in a block: names in other scripts, and names that are the same in plain letters.
 * @param sections in file order.
 */
export function toldApart(sections: readonly WantedSection[]): ToldApart {
  // Nobody may say what is loaded first; it is the first letter all the same.
  const all = [...new Set(sections.map(({ filament }) => filament))];
  const names = all.filter((name) => name !== '');
  const plain = new Set(names.map(plainName));
  if (plain.size === names.length && names.every((name) => plainName(name) === name.trim())) {
    return { sections, labelOf: (name) => name, nameOf: (label) => label };
  }
  const labels = new Map(names.map((name) => [name, `${letterOf(all.indexOf(name))} ${name}`]));
  const back = new Map([...labels].map(([name, label]) => [label, name]));
  const labelOf = (name: string): string => labels.get(name) ?? name;
  return {
    sections: sections.map((one) => ({ ...one, filament: labelOf(one.filament) })),
    labelOf,
    nameOf: (label) => back.get(label) ?? label,
  };
}

/** `A` to `Z`, then `AA` and on. */
function letterOf(i: number): string {
  const last = String.fromCharCode(65 + (i % 26));
  return i < 26 ? last : letterOf(Math.floor(i / 26) - 1) + last;
}
