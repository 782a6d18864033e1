import type { FoundStop } from '../../gcode/stops';
import type { JobPlan } from '../../plan/jobPlan';
import { isWhole } from '../../plan/parts';
import { stopsBesideTools } from '../../plan/edits/proposeStretches';
import type { SlicedFile } from '../../read/slicedFile';

/** Stops of the file that a plan has no use for: swaps stand in their place, or it takes them out. */
export function stopsReplaced(
  plan: Pick<JobPlan, 'parts' | 'takenOut' | 'stretches'>,
  reading: Pick<SlicedFile, 'stops' | 'sections'>,
): FoundStop[] {
  const gone = new Set([...plan.takenOut, ...plan.stretches.map(({ line }) => line)]);
  // Where tool changes stay, so does what stands beside them.
  const beside = new Set(isWhole(plan) ? [] : stopsBesideTools(reading));
  return reading.stops.filter((stop) => gone.has(stop.line) || beside.has(stop));
}
