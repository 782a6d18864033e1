'use client';

import dynamic from 'next/dynamic';
import { useStorageTrouble } from '@/store/db/storageTrouble';

const StorageLostPanel = dynamic(() =>
  import('./StorageLostPanel').then((one) => one.StorageLostPanel),
);
const StorageWaitPanel = dynamic(() =>
  import('./StorageWaitPanel').then((one) => one.StorageWaitPanel),
);

/** Stands over every screen; what it says, and all that it can save, is fetched when it is needed. */
export function StorageLost() {
  const trouble = useStorageTrouble((state) => state.trouble);
  if (trouble === 'replaced') return <StorageLostPanel />;
  // The screens themselves say what cannot be opened.
  if (trouble === null || trouble === 'unusable') return null;
  return <StorageWaitPanel trouble={trouble} />;
}
