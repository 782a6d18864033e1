'use client';

import { useEffect, useState } from 'react';
import { unpackRun } from '@/core/run/handOver';
import { takeHanded } from '@/store/newRuns';
import { useRuns } from '@/store/runs';
import { AtRun, fetchWholeRun } from './AttendScreen';

/** A run that came in the address: it is kept here at once, and needs nothing else from then on. */
export function HandedRunScreen() {
  const [id, setId] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const run = useRuns(({ records }) => records?.find((one) => one.id === id) ?? null);
  useEffect(() => {
    const open = async (): Promise<void> => {
      const handed = unpackRun(location.hash.slice(1));
      if (!handed.ok) return setTrouble(handed.refusal.message);
      const isKept = await takeHanded(handed.value);
      // From here on the phone needs nothing but this page.
      await fetchWholeRun();
      if (isKept) setId(handed.value.id);
      else
        setTrouble(
          'This browser could not keep the run. Make room in it, and open the link again.',
        );
    };
    open().catch((error: unknown) => setTrouble(String(error)));
  }, []);
  if (trouble !== null) {
    return (
      <p role="alert" className="m-auto max-w-md p-6">
        {trouble}
      </p>
    );
  }
  if (!run) {
    return (
      <p className="m-auto p-6 text-muted" aria-busy="true">
        Taking the run over…
      </p>
    );
  }
  return (
    <div className="flex min-w-0 flex-1 flex-col">
      <header className="border-b border-line bg-panel px-4 py-3">
        <h1 className="truncate text-lg font-semibold">{run.runPlan.job}</h1>
      </header>
      <AtRun run={run} onPractice={null} />
    </div>
  );
}
