'use client';

import { useState } from 'react';
import { Interview } from '@/base/prints/Interview';
import { Button } from '@/components/Button';
import { withOwnStopWord } from '@/core/printer/printerFile';
import { dayWords } from '@/core/measured/origin';
import { useToday } from '@/base/prints/useToday';
import { printers } from '@/store/printers';
import type { StoredPrinter } from '@/store/records/records';

/** The file that tries one stop after another, and the questions about it. */
export function StopPiece({ printer }: { readonly printer: StoredPrinter | null }) {
  const [isAsking, setAsking] = useState(false);
  const today = useToday();
  if (!printer) return <p className="pt-2 text-muted">Add a printer first.</p>;
  const { understands } = printer.printer;
  return (
    <div className="pt-2">
      <p>
        {understands.testedAt === null
          ? `You have not tested how ${printer.printer.name} stops yet.`
          : `${printer.printer.name} stops by ${understands.command || 'beeps'}, measured on ${dayWords(understands.testedAt, today)}.`}
      </p>
      <Button kind="primary" className="mt-2" onClick={() => setAsking(true)}>
        Test printer
      </Button>
      <Interview
        open={isAsking}
        printer={printer.printer}
        onClose={() => setAsking(false)}
        onKnown={(known) =>
          printers.edit(printer.id, (stored) => ({
            ...stored,
            printer: withOwnStopWord({ ...stored.printer, ...known }),
          }))
        }
      />
    </div>
  );
}
