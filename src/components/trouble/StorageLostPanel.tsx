'use client';

import { useEffect, useState } from 'react';
import { bringBackByItself, goOnWithNewDatabase, tryStorageAgain } from '@/store/db/recovery';
import { Button } from '../Button';
import { SaveKnownButton } from '../SaveKnownButton';
import { StorageStrip } from './StorageStrip';

/**
 * What is said over every screen when the browser has lost the database and begun an empty one. On the first
 * look at a page, what the second place keeps comes back by itself.
 */
export function StorageLostPanel() {
  const [busy, setBusy] = useState(true);
  const after = (isDone: boolean): void => {
    if (isDone) location.reload();
    else setBusy(false);
  };
  const run = async (act: () => Promise<boolean>): Promise<void> => {
    setBusy(true);
    after(await act());
  };
  useEffect(() => {
    bringBackByItself().then(after, () => setBusy(false));
  }, []);
  return (
    <StorageStrip
      title="The browser has lost Lamella’s storage"
      words="It has replaced the storage with an empty one, which can happen when the disk is full. Lamella has not written to it. Free up disk space first; this page still has your plans, printers, spools and unfinished prints."
      busy={busy}
    >
      <SaveKnownButton kind="primary" />
      <Button disabled={busy} onClick={() => run(goOnWithNewDatabase)}>
        Use the new storage
      </Button>
      <Button disabled={busy} onClick={() => run(tryStorageAgain)}>
        Search for the old storage
      </Button>
    </StorageStrip>
  );
}
