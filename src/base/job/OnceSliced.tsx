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
      <h2 className="text-xl font-semibold">Slice the model first</h2>
      <p className="mt-2">This job is still a 3D model. {does} the sliced file.</p>
      <ol className="mt-3 list-decimal space-y-1 pl-5">
        <li>Slice the model as placed here: same size, same layers.</li>
        <li>Open the sliced file, or drop it on this page.</li>
        <li>
          The plan moves to the sliced file by steps and heights. Lamella asks before anything
          changes.
        </li>
      </ol>
      <Button kind="primary" className="mt-4" onClick={() => actions.desk.openNewSlice()}>
        Open sliced file
      </Button>
    </section>
  );
}
