import { download } from '@/browser/download';
import { runCalendar } from '@/core/run/runCalendar';
import { calendarFile } from '@/core/schedule/calendar';
import type { Run } from '@/store/records/records';
import { toast } from '@/store/toast';
import { fileStem } from './fileStem';

/** Hands out a calendar file with what is to come of a run: its start, its swaps and its end. */
export function saveCalendar(run: Run, now: number): void {
  const made = calendarFile(runCalendar(run, now));
  if (!made.ok) {
    toast.error(made.refusal.message);
    return;
  }
  download(new Blob([made.value], { type: 'text/calendar' }), `${fileStem(run.runPlan.job)}.ics`);
}
