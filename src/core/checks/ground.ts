import type { Reading } from '../gcode/reading';
import type { Spool } from '../filament/spool';
import type { Band } from '../plan/bands';
import type { JobPlan } from '../plan/jobPlan';
import type { Timeline } from '../plan/timeline';
import type { Printer } from '../printer/printer';
import type { Recipe } from '../recipe/recipe';

/** What all checks look at. */
export interface CheckGround {
  readonly plan: JobPlan;
  /** SHA-256 of the job's file. */
  readonly fingerprint: string;
  readonly printer: Printer;
  readonly recipe: Recipe;
  readonly reading: Pick<
    Reading,
    'layers' | 'stops' | 'findings' | 'continuous' | 'heatLines' | 'leavesHot'
  >;
  readonly bands: readonly Band[];
  /** Spools of the plan's filaments, by letter; those without one are missing. */
  readonly spools: ReadonlyMap<string, Spool>;
  readonly timeline: Timeline;
  /** When the print begins, as the person's clock shows it. */
  readonly start: Date;
  /** What a trial of the blocks found: see `output/dryRun`. */
  readonly troubles: readonly { readonly layer: number; readonly message: string }[];
}
