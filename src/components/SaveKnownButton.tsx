'use client';

import { useState } from 'react';
import { bundleName } from '@/store/bundle/gather';
import { saveKnown } from '@/store/db/recovery';
import { toast } from '@/store/toast';
import { Button } from './Button';
import { download } from '@/browser/download';

/** Saves what is known without the storage as a file that Lamella opens again. */
export function SaveKnownButton({ kind }: { kind?: 'primary' }) {
  const [busy, setBusy] = useState(false);
  const save = async (): Promise<void> => {
    setBusy(true);
    const now = new Date();
    const saved = await saveKnown(now.getTime());
    if (saved.ok && saved.value.blob) {
      download(saved.value.blob, bundleName('lamella rescued', now));
    } else if (!saved.ok) toast.error(saved.refusal.message);
    setBusy(false);
  };
  return (
    <Button kind={kind} disabled={busy} onClick={save}>
      Save data as file
    </Button>
  );
}
