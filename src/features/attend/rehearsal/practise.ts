import { EMPTY_LOG } from '@/core/log/runLog';
import type { Run } from '@/store/records/records';
import { runs } from '@/store/prints/runs';
import { newId } from '@/workers/ids';

/** Makes a rehearsal of a run; its id, or null when it could not be stored. */
export async function practise(run: Run): Promise<string | null> {
  const id = newId();
  const one = {
    ...run,
    id,
    // Nobody rehearses a night.
    runPlan: { ...run.runPlan, stand: null },
    writtenAt: Date.now(),
    isRehearsal: true,
    events: [],
    log: EMPTY_LOG,
  };
  // One that was left by closing the page is nobody's any more.
  const left = runs.known().filter(({ isRehearsal }) => isRehearsal);
  const stored = await runs.change(
    'the rehearsal',
    [one],
    left.map((other) => other.id),
  );
  return stored ? id : null;
}
