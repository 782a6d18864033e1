'use client';

import { Dialog } from 'radix-ui';
import { DialogFrame } from '@/components/DialogFrame';
import type { Spool } from '@/core/filament/shelf/spool';
import { SpoolForm } from './SpoolForm';

interface SpoolDialogProps {
  /** The spool to look at; null for none. */
  readonly spool: Spool | null;
  readonly onClose: () => void;
}

/** A spool, to look at and to change. */
export function SpoolDialog({ spool, onClose }: SpoolDialogProps) {
  return (
    <Dialog.Root open={spool !== null} onOpenChange={(open) => !open && onClose()}>
      <DialogFrame
        title={spool?.name || 'New spool'}
        description="Only the name is required. The rest uses typical values for the material until you change it."
      >
        {spool && <SpoolForm key={spool.id} spool={spool} onClose={onClose} />}
      </DialogFrame>
    </Dialog.Root>
  );
}
