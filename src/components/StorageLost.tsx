'use client';

import dynamic from 'next/dynamic';
import { useStorageTrouble } from '@/store/storageTrouble';

const StorageLostPanel = dynamic(() =>
  import('./StorageLostPanel').then((one) => one.StorageLostPanel),
);

/** Stands over every screen; what it says, and all that it can save, is fetched when it is needed. */
export function StorageLost() {
  const trouble = useStorageTrouble((state) => state.trouble);
  return trouble === 'replaced' && <StorageLostPanel />;
}
