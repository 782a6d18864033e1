'use client';

import { useEffect, useState } from 'react';
import type { Band } from '@/core/plan/work/bands';
import type { PrintClient } from '@/workers/print/printClient';

/** A band that has not moved for so long is measured, ms. */
const SETTLED = 250;

/** Narrowest width of what each band prints first, mm, by its first layer; measured in the worker. */
export function useWidths(
  client: PrintClient,
  bands: readonly Band[],
): ReadonlyMap<number, number> {
  const [widths, setWidths] = useState<ReadonlyMap<number, number>>(new Map());
  useEffect(() => {
    const missing = bands.map(({ first }) => first).filter((first) => !widths.has(first));
    if (missing.length === 0) return;
    const timer = setTimeout(() => {
      client
        .widths(missing)
        .then((found) =>
          setWidths(
            (known) => new Map([...known, ...missing.map((n, i) => [n, found[i]] as const)]),
          ),
        )
        // The print was closed meanwhile; nobody waits for the widths any more.
        .catch(() => {});
    }, SETTLED);
    return () => clearTimeout(timer);
  }, [client, bands, widths]);
  return widths;
}
