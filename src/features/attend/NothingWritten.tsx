'use client';

import { useEffect, useState } from 'react';
import { Link } from '@/components/Link';
import { Standstill } from '@/components/trouble/Standstill';
import { hasJob } from '@/store/prints/runs';

/** Where there is no run: before anything was written, or where neither job nor run are. */
export function NothingWritten({ jobId }: { jobId: string }) {
  const [isJob, setJob] = useState<boolean | null>(null);
  useEffect(() => {
    hasJob(jobId).then(setJob, () => {
      // The storage says itself what is wrong with it.
    });
  }, [jobId]);
  if (isJob === null) return null;
  if (!isJob) {
    return (
      <Standstill
        title="No run here"
        link={{ href: '/logbook', words: 'Go to the Logbook' }}
        isCalm
      >
        <p>
          This browser has neither this job nor a run of it. To follow a print on this device, open
          the link or scan the code that <em>Share run…</em> shows on the other one.
        </p>
      </Standstill>
    );
  }
  return (
    <div className="m-auto grid max-w-md gap-3 p-6 text-center">
      <h2 className="text-xl font-semibold">Nothing is written yet</h2>
      <p className="text-muted">
        Write the file first. This page then shows when each swap comes and what to do.
      </p>
      <Link
        href={`/jobs/${jobId}/output`}
        className="mx-auto rounded-md bg-accent px-4 py-2 font-medium text-accent-ink"
      >
        Go to Output
      </Link>
    </div>
  );
}
