'use client';

import { Button } from '@/components/Button';
import { progressWords } from '@/browser/readProgress';
import type { Moving } from './useMoving';

/** A re-sliced file being read, at the corner; the desk stays free. */
export function ReadingSlice({ reading }: { reading: Moving['reading'] }) {
  if (!reading) return null;
  const { progress, cancel } = reading;
  return (
    <div
      role="status"
      className="fixed right-4 bottom-32 z-30 flex items-center gap-3 rounded-md border border-edge bg-panel px-4 py-2.5 text-sm"
    >
      {progressWords(progress)}
      <Button onClick={cancel} aria-label="Cancel reading the new file">
        Cancel
      </Button>
    </div>
  );
}
