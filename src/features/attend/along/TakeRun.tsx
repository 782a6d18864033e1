'use client';

import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { Dialog } from 'radix-ui';
import { useRef, useState } from 'react';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { plural } from '@/core/format';
import { packedIn, unpackRun } from '@/core/run/handOver';
import { takeHanded } from '@/store/prints/newRuns';
import type { Run } from '@/store/records/records';
import { toast } from '@/store/toast';

const BundleDialog = dynamic(() =>
  import('@/base/keep/BundleDialog').then((one) => one.BundleDialog),
);

interface TakeRunProps {
  /** The run that the page shows. */
  readonly run: Run;
  readonly onClose: () => void;
}

/** Takes what was told of a run on another device: by its link or code, or from a file. */
export function TakeRun({ run, onClose }: TakeRunProps) {
  const [text, setText] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const [file, setFile] = useState<File | null>(null);
  const field = useRef<HTMLInputElement>(null);
  const router = useRouter();
  const take = async (): Promise<void> => {
    const handed = unpackRun(packedIn(text));
    if (!handed.ok) return setTrouble(handed.refusal.message);
    const taken = await takeHanded(handed.value);
    if (taken === null) {
      return setTrouble('This browser could not keep the run. Free disk space, and try again.');
    }
    const { job } = handed.value.runPlan;
    toast(
      taken.news === 0
        ? `${job}: nothing new was told on the other device.`
        : `${job}: ${plural(taken.news, 'tap')} taken from the other device.`,
    );
    onClose();
    if (handed.value.id !== run.id) {
      router.push(`/jobs/${taken.jobId}/attend?run=${handed.value.id}`);
    }
  };
  if (file) return <BundleDialog file={file} onClose={onClose} />;
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <DialogFrame
        title="Take from another device"
        description="What was told there and here of the same run is put together; nothing is lost."
      >
        <div className="grid gap-3">
          <label className="grid gap-1 text-sm">
            Link or code
            <textarea
              rows={4}
              value={text}
              onChange={({ target }) => setText(target.value)}
              className="rounded border border-edge bg-paper p-2 font-mono text-xs break-all"
            />
          </label>
          {trouble !== null && (
            <p role="alert" className="text-sm text-danger">
              {trouble}
            </p>
          )}
          <div className="flex flex-wrap gap-2">
            <Button
              kind="primary"
              className="min-h-11"
              disabled={text.trim() === ''}
              onClick={take}
            >
              Take this run
            </Button>
            <Button className="min-h-11" onClick={() => field.current?.click()}>
              Open a file…
            </Button>
          </div>
          <input
            ref={field}
            type="file"
            accept=".zip"
            hidden
            aria-label="File of a run"
            onChange={({ target }) => setFile(target.files?.item(0) ?? null)}
          />
        </div>
      </DialogFrame>
    </Dialog.Root>
  );
}
