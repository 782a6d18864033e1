import { download } from '@/components/download';
import { runCalendar } from '@/core/run/runCalendar';
import { calendarFile } from '@/core/schedule/calendar';
import type { Run } from '@/store/records';
import { toast } from '@/store/toast';

/** Hands out a calendar file with the start, the swaps and the end of a run. */
export function saveCalendar({ id, runPlan }: Run, start: number): void {
  const made = calendarFile(runCalendar(runPlan, id, new Date(start)));
  if (!made.ok) {
    toast.error(made.refusal.message);
    return;
  }
  const stem = runPlan.job.toLowerCase().replace(/[^a-z0-9]+/g, '-');
  download(new Blob([made.value], { type: 'text/calendar' }), `${stem}.ics`);
}
