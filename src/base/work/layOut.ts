import type { PairPurge } from '@/core/filament/purgeTable';
import type { Spool } from '@/core/filament/shelf/spool';
import { reckonedBands, reckonedEnds, type Reckoned } from '@/core/log/reckon';
import { printedSections, type Arrangement } from '@/core/plan/arrangement';
import { arrangementOfPlan, type PrintOrder } from '@/core/plan/arrangementOfPlan';
import type { JobPlan } from '@/core/plan/jobPlan';
import { isWhole } from '@/core/plan/parts';
import { recipeOfPlan } from '@/core/plan/recipeOfPlan';
import type { SectionWish } from '@/core/plan/wishes';
import { bandsOf, shownByLayers, shownBySections, type Band } from '@/core/plan/work/bands';
import { planPurges } from '@/core/plan/work/purges';
import { timelineOf, type Timeline } from '@/core/plan/work/timeline';
import type { Printer } from '@/core/printer/printer';
import type { PrintAnalysis } from '@/core/print/analysis';
import type { Print } from '@/core/print/print';
import type { SectionPicture } from '@/core/read/sectionPicture';

/** A plan on its print: what is printed when, in which filament, with which purges. */
export interface LaidOut {
  readonly arrangement: Arrangement;
  /** From the bed up, in seconds and grams as earlier runs have taught. */
  readonly bands: readonly Band[];
  /** What each swap purges, in the order of printing. */
  readonly purges: readonly PairPurge[];
  readonly timeline: Timeline;
}

interface LayOutInputs {
  readonly plan: JobPlan;
  readonly reckoned: Reckoned;
  readonly reading: Print;
  /** Of the whole print. */
  readonly analysis: Pick<PrintAnalysis, 'surface'>;
  readonly printer: Printer;
  readonly spools: ReadonlyMap<string, Spool>;
  readonly parts: PrintOrder & {
    readonly wishes: readonly SectionWish[];
    readonly picture: SectionPicture | null;
  };
}

/** Lays a plan out on its print, in the order of printing. */
export function layOut({
  plan,
  reckoned,
  reading,
  analysis,
  printer,
  spools,
  parts,
}: LayOutInputs): LaidOut {
  const arrangement = arrangementOfPlan(reckoned.plan, reading, printer, spools, parts);
  const { wishes, picture } = parts;
  const modelBands = bandsOf(
    { ...plan, palette: reckoned.plan.palette },
    {
      reading,
      wishes,
      spools,
      shown: isWhole(plan) ? shownByLayers(analysis.surface) : shownBySections(picture),
      order: printedSections(arrangement).map(({ section }) => section),
      filamentDiameter: printer.filamentDiameter,
    },
  );
  const bands = reckonedBands(modelBands, reckoned.printer);
  const recipe = recipeOfPlan(plan, printer);
  const purges = planPurges(bands, { plan: reckoned.plan, recipe, printer, spools });
  const ends = reckonedEnds(reading, reckoned.printer);
  return {
    arrangement,
    bands,
    purges,
    timeline: timelineOf(bands, ends, reckoned.handsAt, purges),
  };
}
