'use client';

import { useState, type ReactNode } from 'react';

/** Renders what it holds from the first time on that it is wanted: closing needs it to be there still. */
export function Once({ wanted, children }: { wanted: boolean; children: ReactNode }) {
  const [was, setWas] = useState(wanted);
  if (wanted && !was) setWas(true);
  return was && children;
}
