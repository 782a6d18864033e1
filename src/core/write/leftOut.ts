import { leadInsOf } from '../order/leadIns';
import type { Arrangement } from '../plan/arrangement';
import type { SlicedFile } from '../read/slicedFile';
import type { LeftOutWhy } from '../blocks/blocks';
import { edgesOf } from './seams/seams';

/** A stretch of the input that is not in the output, in bytes. */
export interface LeftOut {
  readonly why: LeftOutWhy;
  readonly start: number;
  readonly end: number;
  /** First and last line of it, as lines of the input. */
  readonly firstLine: number;
  readonly lastLine: number;
}

/**
 * What of the input an order leaves out on purpose: the start of all files but the first and the end of all
 * but the last, skirts of later files, and what the plan does without. Travels from one place to another are
 * not told one by one.
 */
export function leftOutOf(reading: SlicedFile, arrangement: Arrangement): LeftOut[] {
  const { sections, sources } = reading;
  const { first, last } = edgesOf(reading, arrangement);
  const edges = sources.flatMap((file): LeftOut[] => {
    const [begin, end] = [sections[file.firstSection], sections[file.endSection - 1]];
    const before: LeftOut = {
      why: 'start block',
      start: file.start,
      end: begin.restartOffset,
      firstLine: file.firstLine,
      lastLine: begin.restartLine - 1,
    };
    const after: LeftOut = {
      why: 'end block',
      start: end.endOffset,
      end: file.end,
      firstLine: end.endLine + 1,
      lastLine: lastLineOf(reading, file),
    };
    return [...(file === first ? [] : [before]), ...(file === last ? [] : [after])];
  });
  const leadIns = leadInsOf(reading);
  const inside = arrangement.leftOut.map((section): LeftOut => {
    const { restartOffset, restartLine, endOffset, endLine } = sections[section];
    return {
      why: leadIns.has(section) ? 'skirt' : 'purge block',
      start: restartOffset,
      end: endOffset,
      firstLine: restartLine,
      lastLine: endLine,
    };
  });
  return [...edges, ...inside].filter(({ start, end }) => end > start);
}

function lastLineOf(
  { sources, lines }: Pick<SlicedFile, 'sources' | 'lines'>,
  file: SlicedFile['sources'][number],
): number {
  const next = sources.at(sources.indexOf(file) + 1);
  return next ? next.firstLine - 1 : lines;
}
