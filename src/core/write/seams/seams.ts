import type { SourceSpan } from '../../print/sources';
import type { Place } from '../../blocks/insertion';
import { printedSections, type Arrangement, type PrintedSection } from '../../plan/arrangement';
import type { StopPlace } from '../../plan/stopPlace';
import type { SlicedFile, SlicedSection } from '../../read/slicedFile';
import { firstIndex } from '../../search';
import type { OutputRequest } from '../request/request';

/** What stands before a section in the order of printing. */
export interface Seam {
  /** Place in the order of printing, from 0. */
  readonly place: number;
  readonly planned: PrintedSection;
  readonly before: PrintedSection | null;
  readonly section: SlicedSection;
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

type Sectioned = Pick<SlicedFile, 'sections' | 'sources' | 'priming'>;
type Asked = Pick<OutputRequest, 'arrangement' | 'stopAt'>;

/** The seams of an arrangement, in the order of printing; the first one is before the first section. */
export function seamsOf(reading: Sectioned, { arrangement, stopAt }: Asked): Seam[] {
  const { sections, priming } = reading;
  const { begin } = edgesOf(reading, arrangement);
  const started = new Set<number>();
  const opening = new Set(arrangement.opens);
  // In its own order a file stays above what primes the nozzle, and lifts are as high as they always were.
  const isOwn = arrangement.tools === 'as-sliced';
  let printedTop = isOwn ? 0 : priming.reduce((top, { z }) => Math.max(top, z), 0);
  let before: PrintedSection | null = null;
  return printedSections(arrangement).map((planned, i): Seam => {
    const section = sections[planned.section];
    const last = before && sections[before.section];
    const opens = opening.has(i);
    const isNext =
      before && last
        ? planned.section === before.section + 1 && section.source === last.source
        : section === begin;
    // A file that begins here has a way of its own to the place.
    // What comes out on the way belongs to no part, so the travel is led over.
    const pushes = !isOwn && before !== null && section.pushedBeforeMm > 0;
    const follows = isNext && !opens && !pushes;
    const swaps = !opens && before !== null && planned.begins;
    const goesOn = { offset: section.restartOffset, line: section.restartLine };
    const resumes = follows && swaps ? placeOfStop(section, last, arrangement, stopAt) : goesOn;
    // A file's own start is copied up to its first section, whichever is printed first.
    const start = { offset: begin.restartOffset, line: begin.restartLine };
    const end = last ? { offset: last.endOffset, line: last.endLine + 1 } : start;
    const seam = {
      place: i,
      planned,
      before,
      section,
      follows,
      opens,
      swaps,
      inside: started.has(section.layer),
      stops: follows ? resumes : end,
      resumes,
      printedTop,
    };
    before = planned;
    started.add(section.layer);
    printedTop = Math.max(printedTop, section.z);
    return seam;
  });
}

/**
 * Where a stop before a section goes that follows in the input what is printed before it: before the head
 * travels there, or where the section goes on. Where the file changes its tool on the way, what it pulls and
 * pushes is for another nozzle, and the stop goes where the section goes on.
 */
function placeOfStop(
  { travelOffset, travelLine, restartOffset, restartLine, tool }: SlicedSection,
  last: SlicedSection | null,
  { tools }: Pick<Arrangement, 'tools'>,
  stopAt: StopPlace,
): Place {
  const isEarly = stopAt === 'before-travel' && (tools === 'as-sliced' || tool === last?.tool);
  return isEarly
    ? { offset: travelOffset, line: travelLine }
    : { offset: restartOffset, line: restartLine };
}

/** What the output begins and ends with: a file's own start and end. */
export interface Edges {
  readonly first: SourceSpan;
  /** The first section of that file, up to which its start reaches. */
  readonly begin: SlicedSection;
  readonly last: SourceSpan;
  /** The last section of that file, behind which its end begins. */
  readonly end: SlicedSection;
}

/** The file whose start the output has is the one that is printed first; its end is that of the one printed last. */
export function edgesOf(
  { sections, sources }: Pick<SlicedFile, 'sections' | 'sources'>,
  { visits }: Pick<Arrangement, 'visits'>,
): Edges {
  const [{ section: opening }] = visits[0].sections;
  const { section: closing } = visits[visits.length - 1].sections.at(-1) ?? { section: opening };
  const first = sources[sections[opening].source];
  const last = sources[sections[closing].source];
  return { first, begin: sections[first.firstSection], last, end: sections[last.endSection - 1] };
}

type Files = Pick<SlicedFile, 'sections' | 'sources'>;

/** The file that holds a place of the input. */
function sourceAt({ sources }: Pick<Files, 'sources'>, offset: number): SourceSpan {
  return sources.findLast(({ start }) => start <= offset) ?? sources[0];
}

/** Where the file that holds a place of the input prints its last line. */
export function printedUpTo(files: Files, offset: number): number {
  return files.sections[sourceAt(files, offset).endSection - 1]?.endOffset ?? 0;
}

/** The first section of its file for which `holds` is true; the last one where it is for none. */
function sectionWhere(
  { sections }: Files,
  { firstSection, endSection }: SourceSpan,
  holds: (section: SlicedSection) => boolean,
): SlicedSection {
  const count = endSection - firstSection;
  const i = firstIndex(count, (k) => holds(sections[firstSection + k]));
  return sections[firstSection + Math.min(i, count - 1)];
}

/** The layer that a place of the input leads to or lies in; that of the last section behind it. */
export function layerOfPlace(files: Files, offset: number): number {
  return sectionWhere(files, sourceAt(files, offset), ({ endOffset }) => endOffset > offset).layer;
}

/** The layer that was begun last before a place of the input; the first one before it begins. */
export function layerRound(files: Files, offset: number): number {
  const { sections } = files;
  const { firstSection, endSection } = sourceAt(files, offset);
  const count = endSection - firstSection;
  const next = firstIndex(count, (k) => sections[firstSection + k].firstOffset > offset);
  return sections[firstSection + Math.max(0, next - 1)].layer;
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
