'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { Link } from '@/components/Link';
import { EMPTY_LOG } from '@/core/log/runLog';
import type { Run } from '@/store/records';
import { runs } from '@/store/runs';

const CallSettings = dynamic(() => import('./CallSettings').then((one) => one.CallSettings));
const ToPhone = dynamic(() => import('./ToPhone').then((one) => one.ToPhone));

interface ErrandsProps {
  readonly run: Run;
  readonly now: number;
  /** The print has not begun. */
  readonly isBefore?: boolean;
  readonly onPractice: ((id: string | null) => void) | null;
}

/** What is taken along from here: run-sheet, calendar, the phone, and how to be called. */
export function Errands({ run, now, isBefore = false, onPractice }: ErrandsProps) {
  const [phone, setPhone] = useState(false);
  const [calls, setCalls] = useState(false);
  const start = run.events.find(({ kind }) => kind === 'started')?.at ?? run.startAt ?? now;
  const practise = async (): Promise<void> => {
    const id = crypto.randomUUID();
    const one = {
      ...run,
      id,
      writtenAt: Date.now(),
      isRehearsal: true,
      events: [],
      log: EMPTY_LOG,
    };
    // One that was left by closing the page is nobody's any more.
    const left = runs.known().filter(({ isRehearsal }) => isRehearsal);
    const stored = await runs.change(
      'the rehearsal',
      [one],
      left.map((other) => other.id),
    );
    if (stored) onPractice?.(id);
  };
  const toCalendar = async (): Promise<void> => {
    const { saveCalendar } = await import('./saveCalendar');
    saveCalendar(run, start);
  };
  return (
    <section aria-labelledby="errands-title" className="rounded-lg border border-line bg-panel p-4">
      <h2 id="errands-title" className="pb-2 text-lg font-semibold">
        To take along
      </h2>
      <div className="grid gap-2">
        <Link
          href={`/jobs/${run.jobId}/attend/sheet`}
          className="flex min-h-11 items-center justify-center rounded-md border border-edge bg-panel px-3 font-medium hover:bg-sunk"
        >
          Run-sheet to print
        </Link>
        <Button className="min-h-11" onClick={toCalendar}>
          Save for the calendar
        </Button>
        <Button className="min-h-11" onClick={() => setPhone(true)}>
          Hand over to the phone
        </Button>
        {isBefore && onPractice && run.runPlan.swaps.length > 0 && (
          <Button className="min-h-11" onClick={practise}>
            Rehearse it in two minutes
          </Button>
        )}
      </div>
      <details
        className="mt-3 border-t border-line pt-1"
        onToggle={({ currentTarget }) => setCalls(currentTarget.open)}
      >
        <summary className="min-h-10 cursor-pointer py-2 font-medium">How I am called</summary>
        {calls && <CallSettings />}
      </details>
      {phone && <ToPhone run={run} onClose={() => setPhone(false)} />}
    </section>
  );
}
