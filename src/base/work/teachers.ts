import type { LogEntry } from '@/store/records/records';
import { MADE_UP } from '@/store/prints/runs';

/** The prints that teach a job's plans: made-up ones only those of the demo. */
export function teachers<E extends Pick<LogEntry, 'jobId'>>(
  entries: readonly E[],
  isDemo: boolean,
): readonly E[] {
  return isDemo ? entries : entries.filter(({ jobId }) => jobId !== MADE_UP);
}
