'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { Standstill } from '@/components/trouble/Standstill';
import { packedIn, unpackRun } from '@/core/run/handOver';
import { takeHanded } from '@/store/prints/newRuns';
import { fetchWholeRun } from './AtRun';

/** A run that came in the address: it is kept here at once, and shown where runs are. */
export function HandedRunScreen() {
  const [trouble, setTrouble] = useState<string | null>(null);
  const router = useRouter();
  useEffect(() => {
    const open = async (): Promise<void> => {
      const handed = unpackRun(packedIn(location.hash));
      if (!handed.ok) return setTrouble(handed.refusal.message);
      const taken = await takeHanded(handed.value);
      if (taken === null) {
        return setTrouble(
          'This browser could not save the run. Free up disk space, then open the link again.',
        );
      }
      // From here on the phone needs nothing but this page.
      await fetchWholeRun();
      router.replace(`/jobs/${taken.jobId}/attend?run=${handed.value.id}`);
    };
    const opened = (): void => {
      open().catch((error: unknown) => setTrouble(String(error)));
    };
    opened();
    addEventListener('hashchange', opened);
    return () => removeEventListener('hashchange', opened);
  }, [router]);
  if (trouble !== null) {
    return (
      <Standstill title="The run cannot be opened">
        <p>{trouble}</p>
      </Standstill>
    );
  }
  return (
    <h1 className="m-auto p-6 text-muted" aria-busy="true">
      Opening the run…
    </h1>
  );
}
