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
        <li>Load {first}, and lay out the other filaments in order.</li>
        <li>
          {isMany
            ? 'Copy all files to the card or stick, and print them in order.'
            : printer.host
              ? 'Send the file from your print host as usual.'
              : 'Copy the file to the card or stick and print it as usual.'}
        </li>
        <li>
          {isMany
            ? 'When a file ends, change the filament with the printer’s menu, remove the purge strand, and start the next file right away: everything stays hot.'
            : kind === 'beep-only'
              ? 'Be there at each swap: the printer only beeps, and you press pause.'
              : 'At each stop change the filament, remove the purge strand, and resume.'}
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
              You have not tested yet whether {printer.name} knows {command}.
            </strong>{' '}
            Some printers skip it silently.{' '}
          </>
        )}
        The nozzle and bed cause burns on contact. When the print resumes, the head moves by itself:
        keep fingers, hair and sleeves away. Stay with a hot or printing printer. Your printer’s
        manual and local rules come first.{' '}
        <Link href="/guide/safety" className="underline underline-offset-2">
          Guide: {titleOf('safety')}
        </Link>
      </p>
    </aside>
  );
}
