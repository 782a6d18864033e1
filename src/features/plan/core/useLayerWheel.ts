'use client';

import { useEffect, type RefObject } from 'react';
import { showLayer, useViewStore } from '@/store/viewStore';

/** Wheel travel that makes one layer, px; a notch of an ordinary mouse is 100. */
const PER_LAYER = 50;

/** Scrubs layers by the wheel over an element; with Shift ten at a time. */
export function useLayerWheel(ref: RefObject<HTMLElement | null>): void {
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    let travel = 0;
    const onWheel = (event: WheelEvent): void => {
      if (event.ctrlKey) return;
      event.preventDefault();
      travel -= event.deltaY || event.deltaX;
      const layers = Math.trunc(travel / PER_LAYER);
      if (layers === 0) return;
      travel -= layers * PER_LAYER;
      showLayer(useViewStore.getState().layer + layers * (event.shiftKey ? 10 : 1));
    };
    // Only a listener that is not passive can keep the page from scrolling too.
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [ref]);
}
