import type { Reading } from '../read/reading';
import type { Section } from '../read/sections';
import type { Arrangement, PlannedSection } from '../plan/arrangement';
import type { Place } from './insert';

/** What stands before a section in the order of printing. */
export interface Seam {
  readonly planned: PlannedSection;
  readonly before: PlannedSection | null;
  readonly section: Section;
  /** It follows in the input what is printed before it. */
  readonly follows: boolean;
  /** Another filament is loaded here. */
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
}

/** The seams of an arrangement, in the order of printing; the first one is before the first section. */
export function seamsOf(
  { sections, priming }: Pick<Reading, 'sections' | 'priming'>,
  arrangement: Arrangement,
): Seam[] {
  const started = new Set<number>();
  let printedTop = priming.reduce((top, { z }) => Math.max(top, z), 0);
  return arrangement.sections.map((planned, i): Seam => {
    const section = sections[planned.section];
    const before = arrangement.sections[i - 1] ?? null;
    const last = before && sections[before.section];
    const resumes = { offset: section.restartOffset, line: section.restartLine };
    const follows = planned.section === (before ? before.section + 1 : 0);
    // The file's own start is copied up to its first section, whichever is printed first.
    const start = { offset: sections[0].restartOffset, line: sections[0].restartLine };
    const end = last ? { offset: last.endOffset, line: last.endLine + 1 } : start;
    const seam = {
      planned,
      before,
      section,
      follows,
      swaps: before !== null && before.filament !== planned.filament,
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

/** The stretches of the input that are copied, in the order of the output. */
export function copiedRuns(
  seams: readonly Seam[],
  { sections, bytes }: Pick<Reading, 'sections' | 'bytes'>,
): CopiedRun[] {
  const runs: CopiedRun[] = [];
  let start = 0;
  for (const { follows, stops, resumes } of seams) {
    if (follows) continue;
    runs.push({ start, end: stops.offset });
    start = resumes.offset;
  }
  const last = seams[seams.length - 1].section;
  const end = sections[sections.length - 1];
  if (last === end) return [...runs, { start, end: bytes }];
  return [...runs, { start, end: last.endOffset }, { start: end.endOffset, end: bytes }];
}
