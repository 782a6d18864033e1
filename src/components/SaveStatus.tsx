'use client';

import { Check, CloudOff, LoaderCircle } from 'lucide-react';
import { retryWrites, saveStateOf, useWrites } from '@/store/writes';

const LOOK = 'flex flex-col items-center gap-0.5 rounded-md px-1 py-1.5 text-xs';

/** Whether all that was changed is stored, at every moment, from the registry of writes alone. */
export function SaveStatus() {
  const state = useWrites(saveStateOf);
  const failed = useWrites((writes) => writes.failed);
  return (
    // Read out only when something is wrong: every change would be spoken twice otherwise.
    <div
      role={state === 'failed' ? 'alert' : undefined}
      data-saving={state}
      className="max-md:ml-auto md:mt-auto"
    >
      {state === 'saved' && (
        <span className={`${LOOK} text-muted`}>
          <Check aria-hidden size={18} />
          Saved
        </span>
      )}
      {state === 'saving' && (
        <span className={`${LOOK} text-muted`}>
          <LoaderCircle aria-hidden size={18} className="motion-safe:animate-spin" />
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
          <CloudOff aria-hidden size={18} />
          <span>Not saved:</span>
          <span className="underline">try again</span>
        </button>
      )}
    </div>
  );
}
