'use client';

import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { PrintPictureCanvas } from '@/base/pictures/PrintPictureCanvas';
import { hasWebGl } from '@/browser/webgl';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { Job } from '@/store/records/records';

// three.js is large: it comes when somebody lingers on a job.
const HandPreview = dynamic(() => import('@/base/pictures/HandPreview'), { ssr: false });

interface JobPictureProps {
  readonly job: Job;
  readonly plan: JobPlan | null;
  /** True while the card is pointed at, or has the keyboard. */
  readonly isLooked: boolean;
}

/** Passing over a card is not looking at it, ms. */
const LINGER = 300;

/** A job's print from above, and in the hand while somebody looks at it. */
export function JobPicture({ job, plan, isLooked }: JobPictureProps) {
  const [isInHand, setInHand] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setInHand(isLooked), isLooked ? LINGER : 0);
    return () => clearTimeout(timer);
  }, [isLooked]);
  const { picture } = job;
  return (
    <div className="relative mb-3 flex h-36 items-center justify-center overflow-hidden rounded-md bg-sheet p-2">
      {picture ? (
        <PrintPictureCanvas picture={picture} plan={plan} layerCount={job.layers} />
      ) : (
        <p className="text-sm text-ink">Open the job once to see it here.</p>
      )}
      {picture && isInHand && hasWebGl() && <HandPreview job={job} picture={picture} plan={plan} />}
    </div>
  );
}
