import type { Run } from '@/store/records/records';

/** What everything wants that stands at a run. */
export interface AtRunProps {
  readonly run: Run;
  /** Begins a rehearsal, or ends it with null; null where there is none. */
  readonly onPractice: ((id: string | null) => void) | null;
}
