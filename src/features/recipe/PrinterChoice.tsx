'use client';

import { Select } from '@/components/controls/Select';
import { Link } from '@/components/Link';
import { useJob } from '@/base/job/jobContext';
import { KIND_WORDS } from '@/core/printer/stopKinds';
import { changePlan } from '@/store/plans/planStore';
import { printerWithId, usePrinters } from '@/store/printers';

/** Which printer the plan is for, and how sure it is that it stops. */
export function PrinterChoice() {
  const { plan, printer } = useJob();
  const printers = usePrinters((state) => state.records) ?? [];
  const known = printers.some(({ id }) => id === plan.printerId);
  const { kind, command, testedAt } = printer.understands;
  return (
    <section aria-labelledby="printer-title" className="pt-4">
      <h2 id="printer-title" className="pb-1 text-base font-semibold">
        Printer
      </h2>
      <Select
        label="Printer of this plan"
        value={known ? (plan.printerId ?? '') : ''}
        options={[
          { value: '', words: 'Ordinary printer' },
          ...printers.map(({ id, printer: { name } }) => ({ value: id, words: name })),
        ]}
        className="w-full"
        onChange={(next) => {
          const id = next || null;
          const chosen = printerWithId(printers, id);
          // Another printer stops in another way; its own recipe is taken.
          changePlan(`choice of ${chosen.name}`, (one) => ({
            ...one,
            printerId: id,
            recipe: null,
          }));
        }}
      />
      <p className="pt-1.5 text-sm text-muted">
        Stops by: {KIND_WORDS[kind].name.toLowerCase()}
        {command && (
          <>
            {' '}
            (<code className="font-mono text-xs text-ink">{command}</code>)
          </>
        )}
        .
      </p>
      {testedAt === null ? (
        <p className="mt-2 rounded-md bg-caution-soft px-3 py-2 text-sm">
          <strong className="text-caution">Not tested yet.</strong> A printer that does not know the
          stop command skips it silently, and the print comes out in one colour.{' '}
          <Link href="/printers" className="font-medium underline underline-offset-2">
            Test printer
          </Link>
        </p>
      ) : (
        <p className="text-sm text-muted">Tested on {testedAt}.</p>
      )}
    </section>
  );
}
