'use client';

import { originWords, type Origin } from '@/core/measured/origin';
import { useToday } from './useToday';

interface OriginNoteProps {
  readonly origin: Origin;
  /** Said before it. */
  readonly lead?: string;
}

/** Where a number comes from, in small words beside it. */
export function OriginNote({ origin, lead = '' }: OriginNoteProps) {
  const today = useToday();
  return (
    <span className="text-xs text-muted">
      {lead}
      {originWords(origin, today)}
    </span>
  );
}
