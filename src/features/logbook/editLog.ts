import { toastWithUndo } from '@/browser/undoToast';
import type { RunLog } from '@/core/log/runLog';
import { loadLogbook } from '@/store/prints/logbook';
import type { Run } from '@/store/records/records';
import { runs } from '@/store/prints/runs';

/** Stores what a person adds to a run, and draws the logbook's line of it again. */
export async function editLog(runId: string, edit: (log: RunLog) => RunLog): Promise<boolean> {
  const isStored = await runs.edit(runId, (run) => ({ ...run, log: edit(run.log) }));
  if (isStored) await loadLogbook();
  return isStored;
}

/** Takes a run out of the logbook, with a way back. Its photos stay in the store, since they belong to it again then. */
export async function removeRun({ id, runPlan }: Run): Promise<boolean> {
  const undo = await runs.remove([id]);
  if (!undo) return false;
  toastWithUndo(`${runPlan.job} removed from the logbook.`, 'print', async () => {
    const kept = await undo();
    await loadLogbook();
    return kept;
  });
  return true;
}
