'use client';

import { Link } from '@/components/Link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { readFileOf } from '@/base/files/importFile';
import { saveJobToHandOn } from '@/base/keep/saveJob';
import { MODELS, pickFile, SLICED } from '@/browser/pickFile';
import { deleteJob, giveFile, restoreJob } from '@/store/jobs/jobs';
import type { Job } from '@/store/records/records';

function ToBench() {
  return (
    <Link href="/" className="inline-flex min-h-6 items-center font-medium text-accent underline">
      Go to the Bench
    </Link>
  );
}

/** A job that was deleted, here or in another tab, with the way back. */
export function DeletedJob({ jobId, onBack }: { jobId: string; onBack: () => void }) {
  return (
    <div role="alert" className="m-auto max-w-lg p-8">
      <h1 className="text-xl font-semibold">This job was deleted</h1>
      <p className="mt-2">
        It lies among the deleted jobs of the Bench for 30 days, with its file and its plans.
      </p>
      <div className="mt-4 flex items-center gap-3">
        <Button
          kind="primary"
          onClick={async () => {
            if (await restoreJob(jobId)) onBack();
          }}
        >
          Bring it back
        </Button>
        <ToBench />
      </div>
    </div>
  );
}

/** A job whose file the browser has lost: the plans are there, and work again with the same file. */
export function MissingFile({ job, onFile }: { job: Job; onFile: () => void }) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const take = async (file: File): Promise<void> => {
    setTrouble(`Reading ${file.name}…`);
    const read = await readFileOf(file, job);
    if (!read.ok) setTrouble(`${file.name}: ${read.refusal.message}`);
    else if (await giveFile(job, read.value)) onFile();
  };
  return (
    <div role="alert" className="m-auto max-w-lg p-8">
      <h1 className="text-xl font-semibold">The file of {job.name} is gone</h1>
      <p className="mt-2">
        The browser has lost it. Your plans are kept. Open {job.fileName} again, and all is as it
        was.
      </p>
      {trouble && (
        <p role="status" className="mt-2">
          {trouble}
        </p>
      )}
      <div className="mt-4 flex items-center gap-3">
        <Button
          kind="primary"
          onClick={() => pickFile(job.content.kind === 'model' ? MODELS : SLICED, take)}
        >
          Open {job.fileName}
        </Button>
        <ToBench />
      </div>
    </div>
  );
}

/** A job whose file is there and cannot be read as what the job says it is. */
export function UnopenedJob({
  job,
  message,
  onRetry,
}: {
  job: Job;
  message: string;
  onRetry: () => void;
}) {
  const router = useRouter();
  return (
    <div role="alert" className="m-auto max-w-lg p-8">
      <h1 className="text-xl font-semibold">{job.name} cannot be opened</h1>
      <p className="mt-2">{message}</p>
      <p className="mt-2 text-muted">
        Its file and plans are kept as they are. If trying again does not help, export the job to
        keep a copy, and open {job.fileName} on the Bench as a new job.
      </p>
      <div className="mt-4 flex flex-wrap items-center gap-3">
        <Button kind="primary" onClick={onRetry}>
          Try again
        </Button>
        <Button onClick={() => saveJobToHandOn(job)}>Export job…</Button>
        <Button
          onClick={async () => {
            if (await deleteJob(job)) router.push('/');
          }}
        >
          Delete job
        </Button>
        <ToBench />
      </div>
    </div>
  );
}
