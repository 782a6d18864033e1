import { firstIndex } from '../search';
import type { CopiedRun, Seam } from './seams/seams';

/** Where a line of the input comes to lie in the order of printing. */
export type PrintPlace =
  /** Before anything is printed, or behind the last section where the file's own end follows by itself. */
  | { readonly kind: 'start' | 'end' }
  /** On the way to a section, in it, or behind it. */
  | { readonly kind: 'section'; readonly seam: Seam }
  /** It is not in the output. */
  | { readonly kind: 'gone' };

/** Looks up where lines of the input come to lie. */
export class PrintPlaces {
  private readonly runs: readonly (CopiedRun & { readonly isFirst: boolean })[];
  private readonly seams: readonly Seam[];

  /**
   * @param seams in the order of printing.
   * @param runs the stretches of the input that are copied, in the order of the output.
   */
  constructor(seams: readonly Seam[], runs: readonly CopiedRun[]) {
    this.runs = runs
      .map((run, i) => ({ ...run, isFirst: i === 0 }))
      .sort((a, b) => a.start - b.start || a.end - b.end);
    this.seams = seams.toSorted((a, b) => a.resumes.offset - b.resumes.offset);
  }

  /** @param offset of a line of the input. */
  of(offset: number): PrintPlace {
    const { runs, seams } = this;
    const run = runs.at(firstIndex(runs.length, (i) => runs[i].end > offset));
    if (!run || offset < run.start) return { kind: 'gone' };
    const next = firstIndex(seams.length, (i) => seams[i].resumes.offset > offset);
    const seam = next > 0 ? seams[next - 1] : null;
    if (seam && seam.resumes.offset >= run.start) return { kind: 'section', seam };
    return { kind: run.isFirst ? 'start' : 'end' };
  }
}
