'use client';

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
      <select
        aria-label="Printer of this plan"
        value={known ? (plan.printerId ?? '') : ''}
        className="w-full rounded-md border border-edge bg-paper px-2 py-1.5"
        onChange={(event) => {
          const id = event.target.value || null;
          const chosen = printerWithId(printers, id);
          // Another printer stops in another way; its own recipe is taken.
          changePlan(`choice of ${chosen.name}`, (one) => ({
            ...one,
            printerId: id,
            recipe: null,
          }));
        }}
      >
        <option value="">Ordinary printer</option>
        {printers.map(({ id, printer: { name } }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
      <p className="pt-1.5 text-sm text-muted">
        It is said to know: {KIND_WORDS[kind].name.toLowerCase()}
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
          <strong className="text-caution">Not tried out yet.</strong> A printer that does not know
          its stop skips it without a word, and the print comes out in one colour.{' '}
          <Link href="/printers" className="font-medium underline underline-offset-2">
            Find out which stop it knows
          </Link>
        </p>
      ) : (
        <p className="text-sm text-muted">Tried out on {testedAt}.</p>
      )}
    </section>
  );
}
