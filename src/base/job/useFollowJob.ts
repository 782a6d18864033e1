import { useEffect, useRef } from 'react';
import { recordText } from '@/core/bundle/recordText';
import { onWritten } from '@/store/db/commit';
import { useJobs } from '@/store/jobs/jobs';
import type { Job } from '@/store/records/records';
import type { OpenJob } from './useOpenJob';

/** What an open job has to be reopened for when it is changed elsewhere: what it is made of and called. */
function madeOf({ fingerprint, content, name, fileName }: Job): string {
  return recordText([fingerprint, content, name, fileName]);
}

/**
 * Reopens a job when another tab, or a file that was taken, has put something else in its place; and one
 * that could not be opened when what it lacked has come. Its plans are followed apart.
 */
export function useFollowJob(jobId: string, opened: OpenJob, reopen: () => void): void {
  const now = useJobs(({ records }) => records?.find(({ id }) => id === jobId) ?? null);
  const wanted = now && madeOf(now);
  const shown = opened.stage === 'ready' ? madeOf(opened.open.job) : null;
  /** What it is being reopened for. */
  const asked = useRef<string | null>(null);
  useEffect(() => {
    if (wanted === null || shown === null || wanted === shown) asked.current = null;
    else if (asked.current !== wanted) {
      asked.current = wanted;
      reopen();
    }
  }, [wanted, shown, reopen]);

  const isLacking = ['no-file', 'failed', 'missing'].includes(opened.stage);
  useEffect(() => {
    if (!isLacking) return;
    return onWritten((entries) => {
      const isCome = entries.some(
        ({ store, key, value }) =>
          (store === 'jobs' || store === 'files') && key === jobId && value !== undefined,
      );
      if (isCome) reopen();
    });
  }, [isLacking, jobId, reopen]);
}
