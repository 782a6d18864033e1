'use client';

import { Link } from '@/components/Link';
import { titleOf } from '@/core/guide/pages';
import { useJob } from '@/base/job/jobContext';
import { recipeOfPlan } from '@/core/plan/recipeOfPlan';

/** What to do with the file. */
export function NextSteps() {
  const { plan, printer, arrangement } = useJob();
  const { kind } = recipeOfPlan(plan, printer);
  const isMany = arrangement.opens.length > 0;
  const first = arrangement.visits[0].filament;
  return (
    <section aria-labelledby="next-title" className="pt-5">
      <h2 id="next-title" className="text-base font-semibold">
        At the printer
      </h2>
      <ol className="list-decimal pl-5 text-sm">
        <li>Load {first}, and lay the other filaments out in order.</li>
        <li>
          {isMany
            ? 'Put all files on the card or the stick, and print them in their order.'
            : printer.host
              ? 'Send the file from your print host, as always.'
              : 'Put the file on the card or the stick, as always, and print it.'}
        </li>
        <li>
          {isMany
            ? 'When one ends, change the filament with the printer’s menu, take the strand away, and start the next one at once: everything stays hot.'
            : kind === 'beep-only'
              ? 'Be there at each swap: it only beeps, and you press pause.'
              : 'At each stop change the filament, take the strand away, and let it go on.'}
        </li>
      </ol>
    </section>
  );
}

/** The cautions that belong to every file that is handed out. */
export function OutputCaution() {
  const { plan, printer } = useJob();
  const { kind, command } = recipeOfPlan(plan, printer);
  return (
    <aside aria-label="Caution" className="pt-5">
      <p className="rounded-md bg-caution-soft px-3 py-2 text-sm">
        {printer.understands.testedAt === null && kind !== 'beep-only' && (
          <>
            <strong className="text-caution">
              Nobody has tried yet whether {printer.name} knows {command}.
            </strong>{' '}
            Some printers skip it without a word.{' '}
          </>
        )}
        The nozzle burns at once, and so does the bed. When the print goes on, the head moves by
        itself: keep fingers, hair and sleeves away. Stay with a printer that is hot or printing.
        Your printer’s manual and local rules come first.{' '}
        <Link href="/guide/safety" className="underline underline-offset-2">
          Guide: {titleOf('safety')}
        </Link>
      </p>
    </aside>
  );
}
