import type { Scope } from '@/store/bundle/gather';
import type { Job } from '@/store/records/records';
import { toast } from '@/store/toast';
import { saveScope } from './saveScope';

/** Saves one job to a file, with all that somebody else needs to print it as it was planned. */
export async function saveJobToHandOn({ id, name, bytes }: Job): Promise<void> {
  const scope: Scope = {
    holds: 'job',
    kinds: new Set(['jobs', 'plans', 'printers', 'measurements', 'runs', 'photos']),
    files: true,
    settings: false,
    jobId: id,
  };
  const saved = await saveScope(scope, name, bytes, () => {});
  if (saved === null) return;
  if (saved.ok) toast(saved.value);
  else toast.error(saved.refusal.message);
}
