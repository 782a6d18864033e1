import type { LayerNumber } from '../layers';
import type { Order } from '../order/ordering';
import type { Home } from '../recipe/betweenFiles';
import type { BandSettings } from '../recipe/settings';
import type { Print } from '../print/print';
import type { Section } from '../print/sections';
import { isSlicedSection } from '../read/slicedFile';

/** A section as it is to be printed. */
interface PlannedSection {
  /** Place among the reading's sections. */
  readonly section: number;
  /** What blocks call its part; `all` for a print that is one. */
  readonly part: string;
  /** What it wants otherwise than the file. */
  readonly settings: BandSettings;
}

/** A stretch of sections that is printed with one filament without another one in the nozzle between. */
export interface Visit {
  /** Letter and name of the filament. */
  readonly filament: string;
  /** In the order of printing; never empty. */
  readonly sections: readonly PlannedSection[];
  /** Filament to purge where it begins with a swap, mm; null for the recipe's. */
  readonly purge: number | null;
}

/**
 * What becomes of the tool changes of a file: they stay as they are in a print that is one part whatever
 * prints it; where parts have filaments of their own, one nozzle prints for all tools.
 */
export type ToolChanges = 'as-sliced' | 'one-nozzle';

/** A print as it is to be printed: its sections in their order, each in its filament. */
export interface Arrangement {
  readonly visits: readonly Visit[];
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
  readonly tools: ToolChanges;
  /** SHA-256 of the input: what is taken out of its order names where it comes from. */
  readonly fingerprint: string;
}

/** A section in the order of printing. */
export interface PrintedSection extends PlannedSection {
  readonly visit: Visit;
  /** Its visit begins with it. */
  readonly begins: boolean;
}

/** All sections of an arrangement in the order of printing. */
export function printedSections({ visits }: Pick<Arrangement, 'visits'>): PrintedSection[] {
  return visits.flatMap((visit) =>
    visit.sections.map((planned, i) => ({ ...planned, visit, begins: i === 0 })),
  );
}

/** What is wanted of a section, by any name that tells filaments apart. */
export interface WantedSection extends PlannedSection {
  readonly filament: string;
  readonly purge: number | null;
  /** The person asks for a stop before it, even where the filament stays. */
  readonly asks: boolean;
}

/** Cuts what is wanted, in the order of printing, where another filament is loaded or a stop is asked for. */
export function inVisits<T extends Pick<WantedSection, 'filament' | 'asks'>>(
  inOrder: readonly T[],
): [T, ...T[]][] {
  const visits: [T, ...T[]][] = [];
  for (const wanted of inOrder) {
    const visit = visits.at(-1);
    if (visit && visit[0].filament === wanted.filament && !wanted.asks) visit.push(wanted);
    else visits.push([wanted]);
  }
  return visits;
}

/** The visits that print what is wanted, in this order. */
export function visitsOf(inOrder: readonly WantedSection[]): Visit[] {
  return inVisits(inOrder).map((run): Visit => {
    const sections = run.map(({ section, part, settings }) => ({ section, part, settings }));
    return { filament: run[0].filament, purge: run[0].purge, sections };
  });
}

/** A swap of an arrangement. */
export interface SectionSwap {
  /** The layer of the section that it comes before. */
  readonly layer: LayerNumber;
  readonly filament: string;
  readonly settings: BandSettings;
  readonly purge: number | null;
  /** How many sections are printed before it. */
  readonly at: number;
  /** Place of that section among the reading's. */
  readonly section: number;
  /** Something of its layer is printed before it. */
  readonly inside: boolean;
  /** It is made between two files of the output. */
  readonly opens: boolean;
}

/** The swaps of an arrangement, in the order of printing; what is loaded first is none. */
export function swapsOf(
  { sections }: Pick<Print, 'sections'>,
  { visits, opens }: Pick<Arrangement, 'visits' | 'opens'>,
): SectionSwap[] {
  let at = 0;
  const begun = new Set<number>();
  return visits.flatMap(({ filament, purge, sections: own }, i): SectionSwap[] => {
    const place = at;
    at += own.length;
    const [{ section, settings }] = own;
    const { layer } = sections[section];
    const inside = begun.has(layer);
    for (const one of own) begun.add(sections[one.section].layer);
    if (i === 0) return [];
    const about = { at: place, section, inside, opens: opens.includes(place) };
    return [{ layer, filament, settings, purge, ...about }];
  });
}

/** How what is planned comes out: as one file, one for each band of a filament, or one for each sliced file. */
export const DELIVERIES = ['one-file', 'file-per-band', 'file-per-source'] as const;
export type Delivery = (typeof DELIVERIES)[number];

/** With which places in an order the files of a delivery begin, but for the first. */
export function openingsOf(
  { sections }: Pick<Print, 'sections'>,
  visits: readonly Visit[],
  delivery: Delivery,
): number[] {
  if (delivery === 'one-file') return [];
  const printed = printedSections({ visits });
  return printed.flatMap(({ section, begins }, i) => {
    if (i === 0) return [];
    const opens =
      delivery === 'file-per-band'
        ? begins
        : sourceOf(sections[printed[i - 1].section]) !== sourceOf(sections[section]);
    return opens ? [i] : [];
  });
}

/** The sliced file of a section; null for a model's. */
function sourceOf(section: Section): number | null {
  return isSlicedSection(section) ? section.source : null;
}

/** How many swaps the same sections take in the order of the file. */
export function swapsAsSliced({ visits, tools }: Pick<Arrangement, 'visits' | 'tools'>): number {
  if (tools === 'as-sliced') return visits.length - 1;
  const inFile = printedSections({ visits }).sort((a, b) => a.section - b.section);
  return inFile.filter(({ visit }, i) => i > 0 && visit.filament !== inFile[i - 1].visit.filament)
    .length;
}
