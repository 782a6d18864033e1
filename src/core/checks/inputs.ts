import type { HeldSection } from '../order/movable';
import type { Overlap } from '../order/overlaps';
import type { Relation } from '../order/relations';
import type { OrderDip } from '../order/touches';
import type { SectionWish } from '../plan/wishes';
import type { SectionPicture } from '../read/sectionPicture';
import type { Print } from '../print/print';
import type { SlicedFile } from '../read/slicedFile';
import type { PairPurge } from '../filament/purgeTable';
import type { Spool } from '../filament/shelf/spool';
import type { Band } from '../plan/work/bands';
import type { JobPlan } from '../plan/jobPlan';
import type { Timeline } from '../plan/work/timeline';
import type { Printer } from '../printer/printer';
import type { OutputRequest } from '../write/request/request';
import type { ClockForm } from '../schedule/clock';
import type { Presence } from '../schedule/presence';
import type { Recipe } from '../recipe/recipe';

/** What all checks look at of a print, whatever it is made of. */
export interface PrintInputs {
  readonly plan: JobPlan;
  /** SHA-256 of the job's file. */
  readonly fingerprint: string;
  readonly printer: Printer;
  readonly recipe: Recipe;
  readonly reading: Pick<Print, PrintField>;
  readonly bands: readonly Band[];
  /** What is known of its parts, and of the order in which they print. */
  readonly parts: PartInputs;
  /** Spools of the plan's filaments, by letter; those without one are missing. */
  readonly spools: ReadonlyMap<string, Spool>;
  /** The job, whose own reservations on the shelf are free to it. */
  readonly jobId: string;
  /** What each swap purges, from the bed up. */
  readonly purges: readonly PairPurge[];
  readonly timeline: Timeline;
  /** When nobody comes to the printer. */
  readonly presence: Presence;
  /** When the print begins, as the person's clock shows it. */
  readonly start: Date;
  /** How clock times are written. */
  readonly clock: ClockForm;
  /** What a trial of the blocks found: see `proof/dryRun`. */
  readonly troubles: readonly { readonly layer: number; readonly message: string }[];
}

/** What they look at besides where the print is a sliced file. */
export interface FileInputs extends PrintInputs {
  readonly reading: Pick<
    SlicedFile,
    PrintField | 'stops' | 'findings' | 'settingLines' | 'leavesHot'
  >;
  /** What is to be written. */
  readonly request: OutputRequest;
}

type PrintField =
  'layers' | 'sections' | 'sources' | 'filamentMm' | 'continuous' | 'priming' | 'footprint';

/** What checks look at: of a sliced file, or of a model, of which nothing can be written yet. */
export type CheckInputs = PrintInputs | FileInputs;

/** Whether the print is a sliced file. */
export function isOfFile(inputs: CheckInputs): inputs is FileInputs {
  return 'request' in inputs;
}

/** What checks know of the parts of a plan. */
export interface PartInputs {
  /** What the plan wants of every section, in file order. */
  readonly wishes: readonly SectionWish[];
  readonly picture: SectionPicture | null;
  /** Swaps of the best order there is; null while it is not known. */
  readonly fewest: number | null;
  /** How the nozzle fares in the plan's order; null while it is not known. */
  readonly dip: OrderDip | null;
  readonly held: readonly HeldSection[];
  /** Whether anything stands on the purge block; null while it is not known. */
  readonly carriesBlock: boolean | null;
  /** Of several files that are printed together; null for one. */
  readonly joined: JoinedInputs | null;
}

/** What checks know of several files that are printed together. */
export interface JoinedInputs {
  readonly names: readonly string[];
  /** Where two of them print in one place. */
  readonly overlaps: readonly Overlap[];
  readonly relations: readonly Relation[];
  /** Temperatures with which they begin to print, by file, °C. */
  readonly nozzle: readonly number[];
  readonly bed: readonly number[];
  /** Heights of the first and of the next layer, by file, mm. */
  readonly heights: readonly { readonly first: number; readonly next: number }[];
}
