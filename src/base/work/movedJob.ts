import { reckon } from '@/core/log/reckon';
import type { JobPlan } from '@/core/plan/jobPlan';
import { sectionWishes } from '@/core/plan/wishes';
import type { OpenedJob } from '../job/jobContext';
import { layOut } from './layOut';

/** What of an open job is drawn while a hand moves a swap. */
export type MovedJob = Pick<OpenedJob, 'reading' | 'plan' | 'bands' | 'timeline'> & {
  readonly parts: Pick<OpenedJob['parts'], 'picture' | 'wishes'>;
};

let latest: { readonly view: OpenedJob; readonly plan: JobPlan; readonly moved: MovedJob } | null =
  null;

/**
 * An open job with a plan in which a swap was moved since it was drawn. Everything that follows the hand asks
 * for it, and it is worked out once.
 */
export function movedJob(view: OpenedJob, plan: JobPlan): MovedJob {
  if (latest?.view === view && latest.plan === plan) return latest.moved;
  const { reading, analysis, printer, spools, learning } = view;
  const parts = { ...view.parts, wishes: sectionWishes(plan, reading) };
  const reckoned = reckon(plan, printer, spools, learning);
  const laid = layOut({ plan, reckoned, reading, analysis, printer, spools, parts });
  const moved = { reading, plan, parts, bands: laid.bands, timeline: laid.timeline };
  latest = { view, plan, moved };
  return moved;
}
