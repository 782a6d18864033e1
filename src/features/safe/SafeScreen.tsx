'use client';

import type { Kept } from './kept';
import { useEffect, useState } from 'react';
import { LoadTrouble } from '@/components/trouble/LoadTrouble';
import { toast } from '@/store/toast';
import { useFileDrop } from '@/browser/useFileDrop';
import { onWritten } from '@/store/db/commit';
import { onlyHere } from '@/store/bundle/elsewhere';
import { roomUse } from '@/store/jobs/roomUse';
import { roomNow, storageSentence } from '@/store/jobs/room';
import { BundleDialog } from '@/base/keep/BundleDialog';
import { OpenPart } from './OpenPart';
import { RoomPart } from './RoomPart';
import { SavePart } from './SavePart';

/** What is kept in this browser, the way out of it and back, and the room that it takes. */
export function SafeScreen() {
  const [kept, setKept] = useState<Kept | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [file, setFile] = useState<File | null>(null);
  const [looks, setLooks] = useState(0);
  const lookAgain = (): void => setLooks((n) => n + 1);
  useEffect(() => {
    let isOn = true;
    look().then(
      (found) => {
        if (!isOn) return;
        setKept(found);
        setTrouble(null);
      },
      (error: unknown) => isOn && setTrouble(storageSentence(error)),
    );
    return () => {
      isOn = false;
    };
  }, [looks]);
  useEffect(() => onWritten(lookAgain), []);
  const drop = useFileDrop(
    ([first]) => setFile(first),
    () => toast.error('Only files can be dropped here.'),
  );
  if (trouble !== null) return <LoadTrouble message={trouble} onRetry={lookAgain} />;
  return (
    <div {...drop.handlers} className="flex-1 overflow-auto px-5 py-5 md:h-dvh md:px-8 md:py-7">
      <h1 className="text-2xl font-semibold tracking-tight">Safe keeping</h1>
      <p className="max-w-160 text-muted">
        Everything you make is kept only in this browser. Save it to a file now and then, and store
        that on another disk.
      </p>
      {kept === null ? (
        <p className="mt-6 text-muted" aria-busy="true">
          Loading…
        </p>
      ) : (
        <div className="mt-5 grid max-w-6xl gap-5 lg:grid-cols-2 lg:items-start">
          <div className="grid gap-5">
            <SavePart kept={kept} onSaved={lookAgain} />
            <OpenPart field={drop.field} onChoose={drop.choose} />
          </div>
          <RoomPart kept={kept} onChange={lookAgain} />
        </div>
      )}
      <BundleDialog file={file} onClose={() => setFile(null)} />
    </div>
  );
}

async function look(): Promise<Kept> {
  const [here, use, room] = await Promise.all([onlyHere(), roomUse(), roomNow()]);
  return { here, use, room };
}
