'use client';

import { FIELD } from '@/components/controls/fieldLook';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { useFileDrop } from '@/browser/useFileDrop';
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
  const drop = useFileDrop(([chosen]) => setFile(chosen));
  const router = useRouter();
  const take = async (): Promise<void> => {
    const handed = unpackRun(packedIn(text));
    if (!handed.ok) return setTrouble(handed.refusal.message);
    const taken = await takeHanded(handed.value);
    if (taken === null) {
      return setTrouble('This browser could not save the run. Free up disk space, then try again.');
    }
    const { job } = handed.value.runPlan;
    toast(
      taken.news === 0
        ? `${job}: nothing new on the other device.`
        : `${job}: ${plural(taken.news, 'tap')} imported from the other device.`,
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
        title="Import shared run"
        description="Entries of the same run from both devices are merged; nothing is lost."
      >
        <div {...drop.handlers} className="grid gap-3">
          <label className="grid gap-1 text-sm">
            Link or code
            <textarea
              rows={4}
              value={text}
              onChange={({ target }) => setText(target.value)}
              className={`${FIELD} font-mono text-xs break-all`}
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
              Import run
            </Button>
            <Button className="min-h-11" onClick={drop.choose}>
              Open file…
            </Button>
          </div>
          <input {...drop.field} hidden accept=".zip" aria-label="Run file" />
        </div>
      </DialogFrame>
    </Dialog.Root>
  );
}
