'use client';

import { lineWords } from '@/core/read/sourceLine';
import { useSlicedJob } from '@/base/job/jobContext';

/** A line number that shows its line in the file's text. */
export function LineLink({ line, onLine }: { line: number; onLine: (line: number) => void }) {
  const { reading } = useSlicedJob();
  return (
    <button
      type="button"
      onClick={() => onLine(line)}
      className="rounded font-medium text-accent underline decoration-line underline-offset-2 hover:decoration-accent"
    >
      {lineWords(reading, line)}
    </button>
  );
}
