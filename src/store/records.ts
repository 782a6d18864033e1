import type { LevelBox } from '@/core/geometry/footprint';
import type { PrintPicture } from '@/core/geometry/picture';
import type { PlanBook } from '@/core/plan/planBook';
import type { Printer } from '@/core/printer/printer';
import type { RunEvent } from '@/core/run/events';
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

/** A job as the Bench lists it. The file and the plans are kept beside it, under the same id. */
export interface Job {
  readonly id: string;
  readonly name: string;
  readonly fileName: string;
  /** Bytes of the G-code, and its SHA-256. */
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
  /** Where several files lie in it that are printed together; missing for one. */
  readonly files?: readonly JobFile[];
  /** Where it lies on the bed, machine mm; unknown for jobs from before it was kept. */
  readonly bounds?: LevelBox;
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
}

/** A printer's profile as it is kept. */
export interface StoredPrinter {
  readonly id: string;
  readonly addedAt: number;
  readonly printer: Printer;
}
