'use client';

import { AlertDialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { overlays } from '@/browser/overlays';
import { Button } from '../Button';

interface ConfirmDialogProps {
  /** The button that asks. */
  readonly children: ReactNode;
  readonly title: string;
  readonly description: string;
  /** The label of the button that does it. */
  readonly action: string;
  readonly onConfirm: () => void;
}

/** Asks before something that cannot be undone. */
export function ConfirmDialog({
  children,
  title,
  description,
  action,
  onConfirm,
}: ConfirmDialogProps) {
  return (
    <AlertDialog.Root>
      <AlertDialog.Trigger asChild>{children}</AlertDialog.Trigger>
      <AlertDialog.Portal container={overlays()}>
        <AlertDialog.Overlay className="fixed inset-0 z-30 bg-black/45" />
        <AlertDialog.Content className="fixed top-1/2 left-1/2 z-40 w-[min(28rem,94vw)] -translate-x-1/2 -translate-y-1/2 rounded-lg border border-edge bg-panel p-6">
          <AlertDialog.Title className="text-lg font-semibold">{title}</AlertDialog.Title>
          <AlertDialog.Description className="mt-1 text-muted">
            {description}
          </AlertDialog.Description>
          <div className="flex justify-end gap-2 pt-5">
            <AlertDialog.Cancel asChild>
              <Button>Cancel</Button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild>
              <Button kind="primary" onClick={onConfirm}>
                {action}
              </Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
