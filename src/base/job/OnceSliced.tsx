'use client';

import type { ReactNode } from 'react';
import { Button } from '@/components/Button';
import { useJob } from './jobContext';

interface OnceSlicedProps {
  /** What the station does, to go on a sentence. */
  readonly does: string;
  readonly children: ReactNode;
}

/** A station that needs a sliced file: for a job that is still a model it says what to do. */
export function OnceSliced({ does, children }: OnceSlicedProps) {
  const { kind, actions } = useJob();
  if (kind === 'sliced') return children;
  return (
    <section aria-label="Once sliced" className="m-auto max-w-xl p-8">
      <h2 className="text-xl font-semibold">This waits for the sliced file</h2>
      <p className="mt-2">
        The job is a model so far. {does} the file that your slicing program makes of it.
      </p>
      <ol className="mt-3 list-decimal space-y-1 pl-5">
        <li>Slice the model as it lies here: same size, same layers.</li>
        <li>Open the sliced file, or drop it on this page.</li>
        <li>The plan moves to it by steps and heights. You are asked before anything changes.</li>
      </ol>
      <Button kind="primary" className="mt-4" onClick={() => actions.desk.openNewSlice()}>
        Open the sliced file
      </Button>
    </section>
  );
}
