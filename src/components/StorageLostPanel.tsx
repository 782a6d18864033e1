'use client';

import { useState } from 'react';
import { Button } from './Button';
import { download } from './download';
import { goOnWithNewDatabase, knownAsJson, tryStorageAgain } from '@/store/recovery';

/** What is said over every screen when the browser has lost the database and begun an empty one. */
export function StorageLostPanel() {
  const [busy, setBusy] = useState(false);
  const run = async (act: () => Promise<boolean>): Promise<void> => {
    setBusy(true);
    if (await act()) location.reload();
    setBusy(false);
  };
  return (
    <section
      role="alert"
      aria-labelledby="storage-lost"
      aria-busy={busy}
      className="border-b-2 border-danger bg-danger-soft px-6 py-3"
    >
      <h2 id="storage-lost" className="font-semibold">
        The browser has lost Lamella’s storage
      </h2>
      <p className="mt-1 max-w-3xl">
        It has put an empty one in its place, as it may on a full disk. Nothing is written into that
        one. Free some disk space first; your plans, printers and spools are still known here.
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button
          kind="primary"
          onClick={() =>
            download(
              new Blob([knownAsJson()], { type: 'application/json' }),
              'lamella-rescued.json',
            )
          }
        >
          Save what is known as a file
        </Button>
        <Button disabled={busy} onClick={() => run(goOnWithNewDatabase)}>
          Go on with the new storage
        </Button>
        <Button disabled={busy} onClick={() => run(tryStorageAgain)}>
          Look for the old one again
        </Button>
      </div>
    </section>
  );
}
