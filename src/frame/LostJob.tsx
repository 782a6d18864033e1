'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { Standstill } from '@/components/trouble/Standstill';
import { readFileOf } from '@/base/files/importFile';
import { saveJobToHandOn } from '@/base/keep/saveJob';
import { FileButton } from '@/components/FileButton';
import { MODELS, SLICED } from '@/browser/useFilePicker';
import { deleteJob, giveFile, restoreJob } from '@/store/jobs/jobs';
import type { Job } from '@/store/records/records';

/** A job that was deleted, here or in another tab, with the way back. */
export function DeletedJob({ jobId, onBack }: { jobId: string; onBack: () => void }) {
  return (
    <Standstill
      title="This job was deleted"
      actions={
        <Button
          kind="primary"
          onClick={async () => {
            if (await restoreJob(jobId)) onBack();
          }}
        >
          Restore job
        </Button>
      }
    >
      <p>It stays in Deleted jobs on the Bench for 30 days, with its file and plans.</p>
    </Standstill>
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
    <Standstill
      title={`The file of ${job.name} is missing`}
      actions={
        <FileButton
          kind="primary"
          accept={job.content.kind === 'model' ? MODELS : SLICED}
          onFile={take}
        >
          Open {job.fileName}
        </FileButton>
      }
    >
      <p>
        The browser has lost the file. Your plans are kept. Open {job.fileName} again to continue.
      </p>
      {trouble && (
        <p role="status" className="mt-2">
          {trouble}
        </p>
      )}
    </Standstill>
  );
}

interface UnopenedJobProps {
  readonly job: Job;
  readonly message: string;
  readonly onRetry: () => void;
}

/** A job whose file is there and cannot be read as what the job says it is. */
export function UnopenedJob({ job, message, onRetry }: UnopenedJobProps) {
  const router = useRouter();
  return (
    <Standstill
      title={`${job.name} cannot be opened`}
      note={`Its file and plans are kept. If trying again does not help, export the job to keep a copy, and open ${job.fileName} on the Bench as a new job.`}
      actions={
        <>
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
        </>
      }
    >
      <p>{message}</p>
    </Standstill>
  );
}
