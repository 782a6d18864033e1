'use client';

import { Progress } from '@/components/controls/Progress';
import { Dialog } from 'radix-ui';
import { useEffect, useState } from 'react';
import { DialogFrame } from '@/components/DialogFrame';
import { previewBundle, type Preview } from '@/store/bundle/preview';
import { storageSentence } from '@/store/jobs/room';
import { PreviewPanel } from './PreviewPanel';
import { momentWords } from './words';

interface BundleDialogProps {
  /** The file that is opened; null for none. */
  readonly file: File | null;
  readonly onClose: () => void;
}

type Stand =
  | { readonly kind: 'reading'; readonly records: number; readonly of: number }
  | { readonly kind: 'refused'; readonly message: string }
  | { readonly kind: 'read'; readonly preview: Preview };

const BEGUN: Stand = { kind: 'reading', records: 0, of: 0 };

const HOLDS = { everything: 'everything', some: 'a part', job: 'one job' } as const;

/** Shows what a saved file would bring, and takes what is chosen of it. */
export function BundleDialog({ file, onClose }: BundleDialogProps) {
  return (
    <Dialog.Root open={file !== null} onOpenChange={(isOpen) => !isOpen && onClose()}>
      {file && <Opened key={`${file.name} ${file.lastModified}`} file={file} onClose={onClose} />}
    </Dialog.Root>
  );
}

function Opened({ file, onClose }: { file: File; onClose: () => void }) {
  const [stand, setStand] = useState<Stand>(BEGUN);
  useEffect(() => {
    let isOn = true;
    const show = (next: Stand): void => {
      if (isOn) setStand(next);
    };
    previewBundle(file, (records, of) => show({ kind: 'reading', records, of })).then(
      (read) =>
        show(
          read.ok
            ? { kind: 'read', preview: read.value }
            : { kind: 'refused', message: read.refusal.message },
        ),
      (error: unknown) => show({ kind: 'refused', message: storageSentence(error) }),
    );
    return () => {
      isOn = false;
    };
  }, [file]);
  const description =
    stand.kind === 'read'
      ? `Saved on ${momentWords(stand.preview.head.savedAt)}: ${HOLDS[stand.preview.head.holds]}. Nothing changes until you confirm.`
      : 'Nothing changes until you confirm.';
  return (
    <DialogFrame title={`Open ${file.name}`} description={description}>
      {stand.kind === 'reading' && (
        <p aria-busy="true">
          Comparing it with your data…
          <Progress
            label="Comparing"
            value={stand.records / Math.max(1, stand.of)}
            className="mt-1"
          />
        </p>
      )}
      {stand.kind === 'refused' && (
        <p role="alert" className="rounded-md bg-danger-soft px-3 py-2">
          {stand.message}
        </p>
      )}
      {stand.kind === 'read' && (
        <PreviewPanel file={file} preview={stand.preview} onDone={onClose} />
      )}
    </DialogFrame>
  );
}
