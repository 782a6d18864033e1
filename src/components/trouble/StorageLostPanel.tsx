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
      words="It has put an empty one in its place, as it may on a full disk. Nothing is written into that one. Free some disk space first; your plans, printers, spools and unfinished prints are still known here."
      busy={busy}
    >
      <SaveKnownButton kind="primary" />
      <Button disabled={busy} onClick={() => run(goOnWithNewDatabase)}>
        Go on with the new storage
      </Button>
      <Button disabled={busy} onClick={() => run(tryStorageAgain)}>
        Look for the old one again
      </Button>
    </StorageStrip>
  );
}
