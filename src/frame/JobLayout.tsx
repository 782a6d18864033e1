'use client';

import dynamic from 'next/dynamic';
import { usePathname } from 'next/navigation';
import { useEffect, useState, type ReactNode } from 'react';
import { AttendHeader } from '@/features/attend/AttendHeader';
import { hasJob } from '@/store/prints/runs';

const JobFrame = dynamic(() => import('./JobFrame').then((one) => one.JobFrame));

interface JobLayoutProps {
  readonly jobId: string;
  readonly children: ReactNode;
}

/**
 * The frame of a job's stations. The one at the printer works beside it and not inside: a run is there
 * at once, without the file, and on a phone that has no job at all.
 */
export function JobLayout({ jobId, children }: JobLayoutProps) {
  const isAtPrinter = usePathname() === `/jobs/${jobId}/attend`;
  const isHere = useJobIsHere(jobId);
  if (!isAtPrinter) return <JobFrame jobId={jobId}>{children}</JobFrame>;
  return (
    <div className="flex min-w-0 flex-1 flex-col">
      {isHere === true ? (
        <JobFrame jobId={jobId} />
      ) : (
        <AttendHeader jobId={jobId} isJob={isHere !== false} />
      )}
      {children}
    </div>
  );
}

/** Whether a job lies on the Bench of this browser; null until that is known. */
function useJobIsHere(jobId: string): boolean | null {
  const [isHere, setHere] = useState<boolean | null>(null);
  useEffect(() => {
    hasJob(jobId).then(setHere, () => {
      // The storage says itself what is wrong with it.
    });
  }, [jobId]);
  return isHere;
}
