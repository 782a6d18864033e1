import { EMPTY_LOG, type RunLog } from '@/core/log/runLog';
import type { RunEvent } from '@/core/run/following/events';
import type { RunPlan } from '@/core/run/runPlan';
import { loadLogbook, logbook } from '@/store/prints/logbook';
import type { Run } from '@/store/records/records';
import { MADE_UP, runs } from '@/store/prints/runs';
import { toast } from '@/store/toast';

interface ShippedLog {
  readonly ends: number;
  readonly runs: readonly {
    readonly id: string;
    readonly runPlan: RunPlan;
    readonly events: readonly RunEvent[];
    readonly log: RunLog;
  }[];
}

/** Puts the made-up prints of the Quillmarsh group into the logbook, as if they had ended today. */
export async function addDemoLog(): Promise<void> {
  const response = await fetch('/demo/logbook.json');
  if (!response.ok) {
    toast.error('The sample prints cannot be loaded right now.');
    return;
  }
  const shipped = (await response.json()) as ShippedLog;
  const later = Date.now() - shipped.ends;
  const moved = shipped.runs.map(({ id, runPlan, events, log }): Run => ({
    id,
    jobId: MADE_UP,
    writtenAt: (events[0]?.at ?? shipped.ends) + later,
    runPlan,
    plan: null,
    outputs: [],
    isProven: false,
    picture: null,
    startAt: null,
    isRehearsal: false,
    events: events.map((one) => ({ ...one, at: one.at + later })),
    log: { ...EMPTY_LOG, ...log },
  }));
  await runs.save(moved);
  await loadLogbook();
}

/** Takes the made-up prints away again. */
export async function removeDemoLog(): Promise<void> {
  await runs.remove(demoIds());
  await loadLogbook();
}

/** The made-up prints that the logbook holds. */
export function demoIds(): string[] {
  return logbook.known().flatMap(({ id, jobId }) => (jobId === MADE_UP ? [id] : []));
}
