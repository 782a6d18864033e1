'use client';

import { Check, TriangleAlert } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { DialogFrame } from '@/components/DialogFrame';
import type { Proof } from '@/core/output/proof';

export interface WrittenResult {
  /** Name of the file handed out; null when the proof failed. */
  readonly fileName: string | null;
  readonly proof: Proof;
}

/** What was written and why it can be trusted; or why nothing was. */
export function WrittenDialog({
  result,
  onClose,
}: {
  result: WrittenResult | null;
  onClose: () => void;
}) {
  const written = typeof result?.fileName === 'string';
  return (
    <Dialog.Root open={result !== null} onOpenChange={(open) => !open && onClose()}>
      <DialogFrame
        title={written ? 'The file is written' : 'No file was written'}
        description={
          written
            ? `${result.fileName} is in your downloads. It was proven before it was handed out:`
            : 'The proof does not hold, so the file was not handed out:'
        }
      >
        <ul className="grid gap-1.5">
          {result?.proof.checks.map((check, i) => (
            <li key={i} className="flex gap-2.5">
              {check.ok ? (
                <Check aria-label="Holds" size={18} className="mt-0.5 shrink-0 text-accent" />
              ) : (
                <TriangleAlert
                  aria-label="Does not hold"
                  size={18}
                  className="mt-0.5 shrink-0 text-danger"
                />
              )}
              <span>
                {check.message}
                {!check.ok && check.line !== undefined && ` Line ${check.line} of the output.`}
              </span>
            </li>
          ))}
        </ul>
        {written && (
          <div className="mt-5 rounded-md bg-caution-soft px-4 py-3 text-sm">
            <p className="font-semibold text-caution">At the printer</p>
            <p className="mt-1">
              The stops use M600. Some printers do not know it and skip it without a word, so try it
              once before you rely on it. At a swap the nozzle burns at once, and so does the bed;
              when you resume, the head moves by itself. Stay with a printer that is hot or
              printing. Your printer’s manual and local rules come first.
            </p>
          </div>
        )}
      </DialogFrame>
    </Dialog.Root>
  );
}
