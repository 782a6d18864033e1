'use client';

import { useState } from 'react';
import { dayOf } from '@/store/measurements';

/** The local day on which the page was drawn first, as `2026-12-03`. */
export function useToday(): string {
  const [today] = useState(() => dayOf(Date.now()));
  return today;
}
