'use client';

import { useEffect, useState } from 'react';
import type { Lettering } from '@/core/draw/lettering';
import type { FontName } from '@/core/draw/plate';
import { toast } from '@/store/toast';

const known = new Map<FontName, Lettering>();

/** A font that comes along; null until it is there. */
export function useLettering(name: FontName): Lettering | null {
  const [, setLoaded] = useState(0);
  useEffect(() => {
    if (known.has(name)) return;
    let wanted = true;
    const load = async (): Promise<void> => {
      const [{ Lettering }, response] = await Promise.all([
        import('@/core/draw/lettering'),
        fetch(`/fonts/${name}.woff`),
      ]);
      if (!response.ok) throw new Error('The font cannot be loaded.');
      known.set(name, Lettering.from(await response.arrayBuffer()));
      if (wanted) setLoaded((count) => count + 1);
    };
    load().catch((error: unknown) => {
      if (wanted) toast.error(error instanceof Error ? error.message : String(error));
    });
    return () => {
      wanted = false;
    };
  }, [name]);
  return known.get(name) ?? null;
}
