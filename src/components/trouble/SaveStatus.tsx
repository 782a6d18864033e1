'use client';

import { useState } from 'react';
import {
  retryWrites,
  saveStateOf,
  useWrites,
  type FailedWrite,
  type SaveState,
} from '@/store/db/writes';
import { Link } from '../Link';
import { Strokes } from '../Strokes';

const LOOK = 'flex flex-col items-center gap-0.5 rounded-md px-1 py-1.5 text-xs';

/** Whether all that was changed is stored, at every moment, from the registry of writes alone. */
export function SaveStatus() {
  const state = useWrites(saveStateOf);
  const failed = useWrites((writes) => writes.failed);
  return (
    <>
      <SavedAgain state={state} />
      <SaveStanding state={state} failed={failed} />
    </>
  );
}

/** Says once that all is stored, after it was said that something is not. */
function SavedAgain({ state }: { state: SaveState }) {
  const [wasFailed, setWasFailed] = useState(false);
  if (state === 'failed' && !wasFailed) setWasFailed(true);
  return (
    <p role="status" className="sr-only">
      {wasFailed && state === 'saved' && 'Saved. Earlier unsaved changes are stored too.'}
    </p>
  );
}

interface SaveStandingProps {
  readonly state: SaveState;
  readonly failed: readonly FailedWrite[];
}

function SaveStanding({ state, failed }: SaveStandingProps) {
  return (
    // Read out only when something is wrong: every change would be spoken twice otherwise.
    <div
      role={state === 'failed' ? 'alert' : undefined}
      data-saving={state}
      className="max-md:ml-auto md:mt-auto"
    >
      {state === 'saved' && (
        <Link href="/safe" className={`${LOOK} text-muted hover:bg-sunk hover:text-ink`}>
          <Strokes size={18} path="M20 6L9 17l-5-5" />
          Saved
        </Link>
      )}
      {state === 'saving' && (
        <span className={`${LOOK} text-muted`}>
          <Strokes size={18} path="M21 12a9 9 0 1 1-6.2-8.6" className="motion-safe:animate-spin" />
          Saving…
        </span>
      )}
      {state === 'failed' && (
        <button
          type="button"
          title={failed.map(({ what, why }) => `${what}: ${why}`).join('\n')}
          onClick={retryWrites}
          className={`${LOOK} font-semibold text-danger hover:bg-danger-soft`}
        >
          <Strokes
            size={18}
            path="M3 3l18 18 M7.5 8.5a5.5 5.5 0 0 0 .5 11h9 M20 17.5a4 4 0 0 0-3-7.5h-1a6 6 0 0 0-4.5-4"
          />
          <span>Not saved:</span>
          <span className="underline">try again</span>
        </button>
      )}
    </div>
  );
}
