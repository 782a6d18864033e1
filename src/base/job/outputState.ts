import type { JobPlan } from '@/core/plan/jobPlan';
import type { Printer } from '@/core/printer/printer';
import type { Proof } from '@/core/proof/proofTypes';
import type { Excerpt } from '@/core/write/excerpts';

/** A file that was written, with its name and the filament that it begins with. */
export interface OutputFile {
  readonly name: string;
  readonly filament: string;
  readonly blob: Blob;
}

/** What came of writing a plan. */
export interface OutputResult {
  /** The plan and the printer that it was written for. */
  readonly plan: JobPlan;
  readonly printer: Printer;
  /** The files in the order of printing; none when the proof does not hold. */
  readonly files: readonly OutputFile[];
  /** What is in the downloads: the file, or the archive of several. */
  readonly fileName: string;
  readonly proof: Proof;
  readonly excerpts: readonly Excerpt[];
}

export interface OutputState {
  /** Share of the proof that is done; null while nothing is being written. */
  readonly progress: number | null;
  /** Of the plan as it is now; null when it was not written, or changed since. */
  readonly result: OutputResult | null;
  /** Why the plan as it is now cannot be written. */
  readonly refusal: string | null;
  readonly fileName: string;
  /** True when a file was handed out. */
  readonly write: () => Promise<boolean>;
}
