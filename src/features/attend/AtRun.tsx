'use client';

import type { AtRunProps } from './atRunProps';
import dynamic from 'next/dynamic';
import { useState, type MouseEvent, type ReactNode } from 'react';
import { isUnbegun } from '@/store/prints/runs';
import { useNow } from './useNow';

// At the swap, with a phone in a dirty hand, what was needed before the start is not waited for.
const fetchBefore = () => import('./before/BeforeRun');
const BeforeRun = dynamic(() => fetchBefore().then((one) => one.BeforeRun));

const fetchBegun = () => import('./live/BegunRun');
const BegunRun = dynamic(() => fetchBegun().then((one) => one.BegunRun));

/** Fetches what a run needs later, for a page that may lose its server. */
export async function fetchWholeRun(): Promise<void> {
  const [{ fetchRest }] = await Promise.all([fetchBegun(), fetchBefore()]);
  await fetchRest();
}

/** A run as it stands: before, during or after it. What it does is announced to screen readers. */
export function AtRun({ run, onPractice }: AtRunProps) {
  const now = useNow();
  const [words, setWords] = useState('');
  return (
    <TapOnce>
      <p role="status" className="sr-only">
        {words}
      </p>
      {isUnbegun(run) ? (
        <BeforeRun run={run} now={now} onPractice={onPractice} />
      ) : (
        <BegunRun run={run} now={now} onPractice={onPractice} onWords={setWords} />
      )}
    </TapOnce>
  );
}

/** What lies under a finger may have changed with its first tap: the second of a double tap does nothing. */
export function TapOnce({ children }: { children: ReactNode }) {
  const only = (event: MouseEvent): void => {
    const target = event.target as Element;
    if (event.detail < 2 || !target.closest('button, label, input[type="checkbox"]')) return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div className="contents" onClickCapture={only}>
      {children}
    </div>
  );
}
