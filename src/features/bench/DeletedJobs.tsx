'use client';

import { ConfirmDialog } from '@/components/controls/ConfirmDialog';
import { Disclosure } from '@/components/controls/Disclosure';
import { addMilliseconds } from 'date-fns';
import { Button } from '@/components/Button';
import { formatBytes, plural } from '@/core/format';
import { KEPT_AFTER_DELETION, purgeJobs, restoreJob } from '@/store/jobs/jobs';
import type { Job } from '@/store/records/records';

const dayAndMonth = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

/** The jobs that were deleted: they can be brought back until they are gone for good. */
export function DeletedJobs({ deleted }: { deleted: readonly Job[] }) {
  const bytes = deleted.reduce((sum, job) => sum + job.bytes, 0);
  return (
    <Disclosure
      className="mt-6 rounded-lg border border-line bg-panel px-4 py-2.5"
      title={
        <>
          {plural(deleted.length, 'deleted job')}, {formatBytes(bytes)}
        </>
      }
    >
      <ul aria-label="Deleted jobs" className="mt-2 grid gap-1">
        {deleted.map((job) => (
          <li key={job.id} className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <span className="min-w-0 flex-1 wrap-anywhere">
              {job.name}
              <span className="text-sm text-muted">
                {' '}
                · kept until{' '}
                {dayAndMonth.format(addMilliseconds(job.deleted?.at ?? 0, KEPT_AFTER_DELETION))}
              </span>
            </span>
            <Button aria-label={`Restore ${job.name}`} onClick={() => restoreJob(job.id)}>
              Restore
            </Button>
          </li>
        ))}
      </ul>
      <ConfirmDialog
        title={`Delete ${plural(deleted.length, 'job')} permanently?`}
        description="Files and plans are deleted too. This cannot be undone."
        action="Delete permanently"
        onConfirm={() => purgeJobs(deleted.map(({ id }) => id))}
      >
        <Button className="mt-3">Delete permanently…</Button>
      </ConfirmDialog>
    </Disclosure>
  );
}
