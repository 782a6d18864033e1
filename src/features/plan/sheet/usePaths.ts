'use client';

import { useEffect, useRef, useState } from 'react';
import type { LayerPaths } from '@/core/geometry/paths';
import { WorkerClosedError, type PrintClient } from '@/workers/print/printClient';

/** The printed lines of a layer and of the one below it. */
export interface SheetPaths {
  readonly layer: number;
  readonly paths: LayerPaths;
  readonly below: LayerPaths | null;
}

const KEPT = 64;

/** Fetches a layer's lines from the worker; keeps the latest layers so that scrubbing back is instant. */
export function usePaths(client: PrintClient, layer: number): SheetPaths | null {
  const [shown, setShown] = useState<SheetPaths | null>(null);
  const cache = useRef(new Map<number, Promise<LayerPaths>>());

  useEffect(() => {
    let wanted = true;
    const fetchLayer = (number: number): Promise<LayerPaths> => {
      const known = cache.current.get(number);
      if (known) return known;
      const fetched = client.layerPaths(number);
      cache.current.set(number, fetched);
      // A failure is not kept: the next look asks again.
      fetched.catch(() => cache.current.delete(number));
      const oldest = cache.current.keys().next().value;
      if (cache.current.size > KEPT && oldest !== undefined) cache.current.delete(oldest);
      return fetched;
    };
    const load = async (): Promise<void> => {
      const [paths, below] = await Promise.all([
        fetchLayer(layer),
        layer > 1 ? fetchLayer(layer - 1) : null,
      ]);
      if (wanted) setShown({ layer, paths, below });
    };
    load().catch((error: unknown) => {
      if (!(error instanceof WorkerClosedError)) console.warn(error);
    });
    return () => {
      wanted = false;
    };
  }, [client, layer]);

  return shown;
}
