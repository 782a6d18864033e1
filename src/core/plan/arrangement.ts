import type { Order } from '../order/ordering';
import type { ResolvedSwap } from './resolve';
import type { Home } from '../recipe/betweenFiles';
import type { BandSettings } from '../recipe/settings';
import type { Reading } from '../read/reading';

/** A section as it is to be printed. */
export interface PlannedSection {
  /** Place among the reading's sections. */
  readonly section: number;
  /** Letter and name of its filament. */
  readonly filament: string;
  readonly settings: BandSettings;
  /** Filament to push through when it begins with a swap, mm; null for the recipe's. */
  readonly purge: number | null;
}

/** The sections of a print in the order in which they are printed, each in its filament. */
export interface Arrangement {
  readonly sections: readonly PlannedSection[];
  readonly order: Order;
  /** False when an order with fewer swaps may exist. */
  readonly exact: boolean;
  /** How much higher than a section other things may stand beside it, mm; 0 for nothing. */
  readonly dipMm: number;
  /** Sections that are not printed at all, as those of a purge block: places among the reading's. */
  readonly leftOut: readonly number[];
  /** Places in this order, from 1, with which another file of the output begins; none for one file. */
  readonly opens: readonly number[];
  /** What is homed between two files. */
  readonly home: Home;
  /** SHA-256 of the input: what is taken out of its order names where it comes from. */
  readonly fingerprint: string;
}

/** A swap inside an order: before which of its sections. */
export interface SectionSwap extends ResolvedSwap {
  /** Place in the order, from 0. */
  readonly at: number;
}

/** The swaps of an arrangement, in the order of printing; what is loaded first is none. */
export function swapsOf(
  { sections }: Pick<Reading, 'sections'>,
  planned: readonly PlannedSection[],
): SectionSwap[] {
  return planned.flatMap(({ section, filament, settings, purge }, at): SectionSwap[] => {
    if (at === 0 || planned[at - 1].filament === filament) return [];
    return [{ layer: sections[section].layer, filament, settings, purge, at }];
  });
}

/** How what is planned comes out: as one file, one for each band of a filament, or one for each sliced file. */
export const DELIVERIES = ['one-file', 'file-per-band', 'file-per-source'] as const;
export type Delivery = (typeof DELIVERIES)[number];

/** With which places in an order the files of a delivery begin, but for the first. */
export function openingsOf(
  { sections }: Pick<Reading, 'sections'>,
  planned: readonly PlannedSection[],
  delivery: Delivery,
): number[] {
  if (delivery === 'one-file') return [];
  return planned.flatMap(({ section, filament }, i) => {
    if (i === 0) return [];
    const before = planned[i - 1];
    const opens =
      delivery === 'file-per-band'
        ? before.filament !== filament
        : sections[before.section].source !== sections[section].source;
    return opens ? [i] : [];
  });
}

/** How many swaps the same sections take in the order of the file. */
export function swapsAsSliced({ sections }: Pick<Arrangement, 'sections'>): number {
  const inFile = sections.toSorted((a, b) => a.section - b.section);
  return inFile.filter(({ filament }, i) => i > 0 && filament !== inFile[i - 1].filament).length;
}
