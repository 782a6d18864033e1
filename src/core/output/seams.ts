import type { Reading } from '../read/reading';
import type { Section, SourceSpan } from '../read/sections';
import { firstIndex } from '../search';
import type { Arrangement, PlannedSection } from '../plan/arrangement';
import type { Place } from './insert';

/** What stands before a section in the order of printing. */
export interface Seam {
  /** Place in the order of printing, from 0. */
  readonly place: number;
  readonly planned: PlannedSection;
  readonly before: PlannedSection | null;
  readonly section: Section;
  /** It follows in the input what is printed before it. */
  readonly follows: boolean;
  /** Another file of the output begins here. */
  readonly opens: boolean;
  /** Another filament is loaded here, while the file prints. */
  readonly swaps: boolean;
  /** Something of its layer is printed before it. */
  readonly inside: boolean;
  /** Where copying the input stops, and where it goes on. */
  readonly stops: Place;
  readonly resumes: Place;
  /** Height of the tallest thing printed by then, machine mm. */
  readonly printedTop: number;
}

/** A stretch of the input that is copied in one go: a seam that does not follow begins another. */
export interface CopiedRun {
  readonly start: number;
  readonly end: number;
  /** Line of the input with which it begins. */
  readonly line: number;
}

type Sectioned = Pick<Reading, 'sections' | 'sources' | 'priming'>;

/** The seams of an arrangement, in the order of printing; the first one is before the first section. */
export function seamsOf(reading: Sectioned, arrangement: Arrangement): Seam[] {
  const { sections, priming } = reading;
  const { begin } = edgesOf(reading, arrangement);
  const started = new Set<number>();
  let printedTop = priming.reduce((top, { z }) => Math.max(top, z), 0);
  return arrangement.sections.map((planned, i): Seam => {
    const section = sections[planned.section];
    const before = arrangement.sections[i - 1] ?? null;
    const last = before && sections[before.section];
    const resumes = { offset: section.restartOffset, line: section.restartLine };
    const opens = arrangement.opens.includes(i);
    const isNext = last
      ? planned.section === before.section + 1 && section.source === last.source
      : section === begin;
    // A file's own start is copied up to its first section, whichever is printed first.
    const start = { offset: begin.restartOffset, line: begin.restartLine };
    const end = last ? { offset: last.endOffset, line: last.endLine + 1 } : start;
    // A file that begins here has a way of its own to the place.
    const follows = isNext && !opens;
    const seam = {
      place: i,
      planned,
      before,
      section,
      follows,
      opens,
      swaps: !opens && before !== null && before.filament !== planned.filament,
      inside: started.has(section.layer),
      stops: follows ? resumes : end,
      resumes,
      printedTop,
    };
    started.add(section.layer);
    printedTop = Math.max(printedTop, section.z);
    return seam;
  });
}

/** What the output begins and ends with: a file's own start and end. */
export interface Edges {
  readonly first: SourceSpan;
  /** The first section of that file, up to which its start reaches. */
  readonly begin: Section;
  readonly last: SourceSpan;
  /** The last section of that file, behind which its end begins. */
  readonly end: Section;
}

/** The file whose start the output has is the one that is printed first; its end is that of the one printed last. */
export function edgesOf(
  { sections, sources }: Pick<Reading, 'sections' | 'sources'>,
  { sections: planned }: Pick<Arrangement, 'sections'>,
): Edges {
  const first = sources[sections[planned[0].section].source];
  const last = sources[sections[planned[planned.length - 1].section].source];
  return { first, begin: sections[first.firstSection], last, end: sections[last.endSection - 1] };
}

/** Where the file that holds a place of the input prints its last line. */
export function printedUpTo(
  { sections, sources }: Pick<Reading, 'sections' | 'sources'>,
  offset: number,
): number {
  const file = sources.findLast(({ start }) => start <= offset) ?? sources[0];
  return sections[file.endSection - 1]?.endOffset ?? 0;
}

/** The layer that a place of the input leads to or lies in; that of the last section behind it. */
export function layerOfPlace(
  { sections, sources }: Pick<Reading, 'sections' | 'sources'>,
  offset: number,
): number {
  const file = sources.findLast(({ start }) => start <= offset) ?? sources[0];
  const { firstSection, endSection } = file;
  const count = endSection - firstSection;
  const i = firstIndex(count, (k) => sections[firstSection + k].endOffset > offset);
  return sections[firstSection + Math.min(i, count - 1)].layer;
}

/** The stretches of the input that are copied, in the order of the output. */
export function copiedRuns(seams: readonly Seam[], edges: Edges): CopiedRun[] {
  const runs: CopiedRun[] = [];
  let begun: Place = { offset: edges.first.start, line: edges.first.firstLine };
  const copy = (end: number, next: Place): void => {
    runs.push({ start: begun.offset, line: begun.line, end });
    begun = next;
  };
  for (const { follows, stops, resumes } of seams) if (!follows) copy(stops.offset, resumes);
  const last = seams[seams.length - 1].section;
  const { endOffset, endLine } = edges.end;
  const rest = { offset: endOffset, line: endLine + 1 };
  if (last !== edges.end) copy(last.endOffset, rest);
  copy(edges.last.end, rest);
  return runs;
}
