'use client';

import { useLayoutEffect, useRef } from 'react';
import { bottomOf, type Layer } from '@/core/layers';
import { useViewStore } from '@/store/plans/viewStore';
import { CORE_LEFT, CORE_WIDTH } from './corePlaces';
import type { CoreScale } from './coreScale';

interface ShownMarkProps {
  readonly layers: readonly Layer[];
  readonly shown: Layer;
  readonly scale: CoreScale;
}

/** The layer shown in the sheet: a frame round its bar, wider than the widest one. It follows a dragged flag. */
export function ShownMark({ layers, shown, scale }: ShownMarkProps) {
  const mark = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const place = (): void => {
      const layer = layers[useViewStore.getState().layer - 1] ?? shown;
      const [top, bottom] = [scale.y(layer.z), scale.y(bottomOf(layer))];
      if (!mark.current) return;
      mark.current.style.transform = `translateY(${top - 3}px)`;
      mark.current.style.height = `${Math.max(1, bottom - top) + 6}px`;
    };
    place();
    return useViewStore.subscribe(place);
  }, [layers, shown, scale]);
  return (
    <div
      ref={mark}
      aria-hidden
      className="pointer-events-none absolute top-0 rounded-sm border-2 border-accent"
      style={{ left: CORE_LEFT - 7, width: CORE_WIDTH + 14 }}
    />
  );
}
