import type { ReactNode } from 'react';
import { OVERLAYS } from '@/browser/overlays';
import { Messages } from '@/components/Messages';
import { Rail } from '@/components/Rail';
import { Offline } from '@/components/trouble/Offline';
import { StorageLost } from '@/components/trouble/StorageLost';
import { DropAnywhere } from '@/features/drop/DropAnywhere';

/** What stands around every page: the way to the others, messages, and what takes dropped files. */
export function Surround({ children }: { readonly children: ReactNode }) {
  return (
    <>
      <div className="flex min-h-dvh flex-col-reverse md:flex-row">
        <Rail />
        <main tabIndex={-1} className="flex min-w-0 flex-1 flex-col outline-none">
          <StorageLost />
          {children}
          <div id={OVERLAYS} />
        </main>
      </div>
      <Messages />
      <Offline />
      <DropAnywhere />
    </>
  );
}
