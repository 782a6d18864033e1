'use client';

import { Disclosure } from '@/components/controls/Disclosure';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { Link } from '@/components/Link';
import type { Run } from '@/store/records/records';

const CallSettings = dynamic(() =>
  import('../alerts/CallSettings').then((one) => one.CallSettings),
);
const ShareRun = dynamic(() => import('./ShareRun').then((one) => one.ShareRun));
const TakeRun = dynamic(() => import('./TakeRun').then((one) => one.TakeRun));

interface ErrandsProps {
  readonly run: Run;
  readonly now: number;
  /** The print has not begun. */
  readonly isBefore?: boolean;
  readonly onPractice: ((id: string | null) => void) | null;
}

/** What is taken along from here: run-sheet, calendar, the phone, and how to be called. */
export function Errands({ run, now, isBefore = false, onPractice }: ErrandsProps) {
  const [dialog, setDialog] = useState<'share' | 'take' | null>(null);
  const rehearse = async (): Promise<void> => {
    const { practise } = await import('../rehearsal/practise');
    const id = await practise(run);
    if (id !== null) onPractice?.(id);
  };
  const toCalendar = async (): Promise<void> => {
    const { saveCalendar } = await import('./saveCalendar');
    saveCalendar(run, now);
  };
  return (
    <section aria-labelledby="errands-title" className="rounded-lg border border-line bg-panel p-4">
      <h2 id="errands-title" className="pb-2 text-lg font-semibold">
        Take it with you
      </h2>
      <div className="grid gap-2">
        <Link
          href={`/jobs/${run.jobId}/attend/sheet?run=${run.id}`}
          className="flex min-h-11 items-center justify-center rounded-md border border-edge bg-panel px-3 font-medium hover:bg-sunk"
        >
          Run-sheet
        </Link>
        <Button className="min-h-11" onClick={toCalendar}>
          Add to calendar
        </Button>
        <Button className="min-h-11" onClick={() => setDialog('share')}>
          Share run…
        </Button>
        <Button className="min-h-11" onClick={() => setDialog('take')}>
          Import shared run…
        </Button>
        {isBefore && onPractice && run.runPlan.swaps.length > 0 && (
          <Button className="min-h-11" onClick={rehearse}>
            Rehearse swaps
          </Button>
        )}
      </div>
      {isBefore && (
        <p className="pt-2 text-sm text-muted">
          Your first swap? The{' '}
          <Link href="/pieces" className="underline">
            hiding stairs
          </Link>{' '}
          are a short print with one swap.
        </p>
      )}
      <Disclosure className="mt-3 border-t border-line pt-1" title="Alerts">
        <CallSettings />
      </Disclosure>
      {dialog === 'share' && <ShareRun run={run} onClose={() => setDialog(null)} />}
      {dialog === 'take' && <TakeRun run={run} onClose={() => setDialog(null)} />}
    </section>
  );
}
