import type { Print } from '../print/print';

/** A line as the person finds it: in which of several files, and which of its lines. */
export interface SourceLine {
  /** Name of the file; null where there is only one. */
  readonly file: string | null;
  /** From 1. */
  readonly line: number;
}

/** Where a line of what was read stands: files that are printed together each count their own. */
export function sourceLine({ sources }: Pick<Print, 'sources'>, line: number): SourceLine {
  if (sources.length < 2) return { file: null, line };
  const { name, firstLine } = sources.findLast((one) => one.firstLine <= line) ?? sources[0];
  return { file: name, line: line - firstLine + 1 };
}

/** `line 12`, or `line 12 of rim.gcode` where several files are printed together. */
export function lineWords(reading: Pick<Print, 'sources'>, at: number): string {
  const { file, line } = sourceLine(reading, at);
  return file === null ? `line ${line}` : `line ${line} of ${file}`;
}
