import { saveScope } from '@/base/keep/saveScope';
import type { Run } from '@/store/records/records';
import { toast } from '@/store/toast';

/** Saves a run with its photos to a file, which opens in Safe keeping or on the Bench. */
export async function saveRun({ id, runPlan }: Run): Promise<void> {
  const saved = await saveScope(
    {
      holds: 'some',
      kinds: new Set(['runs', 'photos']),
      files: false,
      settings: false,
      jobId: null,
      runId: id,
    },
    runPlan.job,
    0,
    () => {},
  );
  if (saved === null) return;
  if (saved.ok) toast(saved.value);
  else toast.error(saved.refusal.message);
}
