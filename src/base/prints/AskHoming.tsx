'use client';

import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { Link } from '@/components/Link';
import type { Printer } from '@/core/printer/printer';
import { printers } from '@/store/printers';
import { HomingFields } from './HomingFields';

interface AskHomingProps {
  readonly printer: Printer;
  /** null for an ordinary printer, whose profile nobody keeps. */
  readonly printerId: string | null;
}

/** Asks where the printer homes, where that decides something; nothing once it is known. */
export function AskHoming({ printer, printerId }: AskHomingProps) {
  const [isOpen, setOpen] = useState(false);
  // It stays open while it is answered, and what was said can be changed.
  if (printer.homing !== null && !isOpen) return null;
  if (printerId === null) {
    return (
      <p className="pt-2 text-sm">
        Choose your printer in the Recipe, and say{' '}
        <Link href="/printers" className="underline">
          in its profile
        </Link>{' '}
        where it homes.
      </p>
    );
  }
  return (
    <>
      <Button className="mt-2" onClick={() => setOpen(true)}>
        Set homing…
      </Button>
      <Dialog.Root open={isOpen} onOpenChange={setOpen}>
        <DialogFrame
          title={`Where ${printer.name} homes`}
          description="Lamella then knows whether homing meets the print, instead of warning you each time."
        >
          <HomingFields
            printer={printer}
            onChange={(homing) =>
              printers.edit(printerId, (stored) => ({
                ...stored,
                printer: { ...stored.printer, homing },
              }))
            }
          />
          <p className="pt-3 text-sm text-muted">
            Look at the printer while it homes without a part on the bed. It is kept in the
            printer’s profile.
          </p>
        </DialogFrame>
      </Dialog.Root>
    </>
  );
}
