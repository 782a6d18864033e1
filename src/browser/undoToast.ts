import { toast } from '@/store/toast';
import { plural } from '@/core/format';
import type { Undo } from '@/store/db/recordChanges';

/** How long a message with a way back stays, ms. */
const WAY_BACK = 12_000;

/** Says what was done to some records, with the way back. */
export function toastWithUndo(said: string, what: string, undo: Undo): void {
  const takeBack = async (): Promise<void> => {
    const kept = await undo();
    if (kept > 0) toast(`${plural(kept, what)} have changed since then and were left as they are.`);
  };
  toast(said, { duration: WAY_BACK, action: { label: 'Undo', onClick: takeBack } });
}
