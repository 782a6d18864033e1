'use client';

import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { overlays } from '@/browser/overlays';
import { useReturnFocus } from '@/browser/useReturnFocus';

interface DialogFrameProps {
  readonly title: string;
  readonly description: string;
  readonly children: ReactNode;
}

/** The look of every dialog; goes inside a `Dialog.Root`. */
export function DialogFrame({ title, description, children }: DialogFrameProps) {
  const focus = useReturnFocus();
  return (
    <Dialog.Portal container={overlays()}>
      <Dialog.Overlay className="fixed inset-0 z-30 bg-black/45" />
      <Dialog.Content
        {...focus}
        className="fixed top-1/2 left-1/2 z-40 max-h-[88dvh] w-[min(44rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded-lg border border-edge bg-panel p-6"
      >
        <Dialog.Title className="pr-8 text-xl font-semibold break-words">{title}</Dialog.Title>
        <Dialog.Description className="mt-1 mb-4 text-muted">{description}</Dialog.Description>
        {children}
        <Dialog.Close
          aria-label="Close"
          className="absolute top-5 right-5 rounded p-1 hover:bg-sunk"
        >
          <X aria-hidden size={18} />
        </Dialog.Close>
      </Dialog.Content>
    </Dialog.Portal>
  );
}
