import type { LevelBox } from '@/core/geometry/footprint';
import type { PrintPicture } from '@/core/geometry/picture';
import type { ModelSetup } from '@/core/model/setup';
import type { PlanBook } from '@/core/plan/file/planBook';
import type { Printer } from '@/core/printer/printer';
import type { RunFacts } from '@/core/log/facts';
import type { RunLog, RunResult } from '@/core/log/runLog';
import type { TakenFilament } from '@/core/log/taken';
import type { RunEvent } from '@/core/run/following/events';
import type { RunPhase } from '@/core/run/following/runState';
import type { RunPicture } from '@/core/run/runPicture';
import type { RunPlan } from '@/core/run/runPlan';

/** Grams of a spool that a job was promised when it was deleted. */
export interface HeldReservation {
  readonly spoolId: string;
  readonly grams: number;
}

/** That a job lies among the deleted ones, and what bringing it back gives back. */
export interface Deletion {
  /** Milliseconds since 1970. */
  readonly at: number;
  readonly held: readonly HeldReservation[];
}

/** One of several sliced files of a job: its name, and its bytes in the job's file. */
export interface JobFile {
  readonly name: string;
  readonly start: number;
  readonly end: number;
}

/** What a job is made of: one sliced file, several that are printed together, or a model that is not sliced yet. */
export type JobContent =
  | { readonly kind: 'file' }
  /** Where they lie in the job's file, one behind another; two or more. */
  | { readonly kind: 'files'; readonly files: readonly JobFile[] }
  /** How it is set up. */
  | { readonly kind: 'model'; readonly setup: ModelSetup };

/** A job as the Bench lists it. The file and the plans are kept beside it, under the same id. */
export interface Job {
  readonly id: string;
  readonly name: string;
  readonly fileName: string;
  /** Bytes of the G-code or the model, and their SHA-256. */
  readonly bytes: number;
  readonly fingerprint: string;
  readonly layers: number;
  /** Height of the print, mm. */
  readonly height: number;
  /** Seconds of the print without swaps. */
  readonly seconds: number;
  readonly addedAt: number;
  readonly isDemo: boolean;
  /** Seen from above; null for jobs from before there were pictures, until they are opened. */
  readonly picture: PrintPicture | null;
  readonly content: JobContent;
  /** Where it lies on the bed, machine mm; unknown for jobs from before it was kept. */
  readonly bounds?: LevelBox;
  /** The folder that it lies in on the Bench; missing for none. */
  readonly folder?: string;
  /** null for a job on the Bench. */
  readonly deleted: Deletion | null;
}

/** A job's plans as they are stored. */
export interface StoredPlans {
  /** The job's id. */
  readonly id: string;
  /** Counts the writes, so that nobody writes over what they have not seen. */
  readonly revision: number;
  readonly book: PlanBook;
  /** Plans of the book that could not be read, kept as they were found. */
  readonly aside: readonly unknown[];
}

/** A file that was handed out. */
export interface WrittenOutput {
  readonly name: string;
  readonly bytes: number;
  readonly sha256: string;
}

/** An output that was written, and how its run goes: the events make all of it. */
export interface Run {
  readonly id: string;
  readonly jobId: string;
  readonly writtenAt: number;
  /** What the person at the printer needs, and the plan that it was made of. */
  readonly runPlan: RunPlan;
  /** The plan as it was stored then, read when somebody looks; null for one from another device. */
  readonly plan: unknown;
  readonly outputs: readonly WrittenOutput[];
  readonly isProven: boolean;
  /** Seen from above; null where nothing is known of it. */
  readonly picture: RunPicture | null;
  /** When the person means to start, ms since 1970; null for not chosen. */
  readonly startAt: number | null;
  /** Practice against the simulated printer. */
  readonly isRehearsal: boolean;
  readonly events: readonly RunEvent[];
  /** What the person has added for the logbook. */
  readonly log: RunLog;
}

/** A line of the logbook: what is listed, searched and learned from of a run. It follows from the run. */
export interface LogEntry {
  /** The run's. */
  readonly id: string;
  /** Which way of drawing it from the run made it. */
  readonly version: number;
  readonly jobId: string;
  readonly job: string;
  readonly printer: string;
  /** When it began and was over, ms since 1970. */
  readonly at: number;
  readonly endedAt: number | null;
  readonly phase: RunPhase;
  /** Planned and taken, s; null for what was not seen from beginning to end. */
  readonly planned: number;
  readonly taken: number | null;
  readonly swaps: number;
  readonly missed: number;
  readonly result: RunResult | null;
  readonly change: string;
  /** What went wrong, as it was told. */
  readonly wrong: string;
  readonly photos: number;
  /** Colours in the order of printing, for the list. */
  readonly colours: readonly string[];
  /** What was printed and purged of each filament, g. */
  readonly used: readonly TakenFilament[];
  readonly facts: RunFacts;
}

/** A photo of a print, scaled down. */
export interface Photo {
  readonly id: string;
  readonly runId: string;
  readonly addedAt: number;
  readonly width: number;
  readonly height: number;
  readonly blob: Blob;
}

/** A printer's profile as it is kept. */
export interface StoredPrinter {
  readonly id: string;
  readonly addedAt: number;
  readonly printer: Printer;
}
