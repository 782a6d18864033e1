import type { RunLog } from '@/core/log/runLog';
import { loadLogbook } from '@/store/logbook';
import { runs } from '@/store/runs';

/** Stores what a person adds to a run, and draws the logbook's line of it anew. */
export async function editLog(runId: string, edit: (log: RunLog) => RunLog): Promise<boolean> {
  const isStored = await runs.edit(runId, (run) => ({ ...run, log: edit(run.log) }));
  if (isStored) await loadLogbook();
  return isStored;
}
