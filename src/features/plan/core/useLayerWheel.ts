'use client';

import { useEffect, useRef, type RefObject } from 'react';
import { showLayer, useViewStore, zoomCore } from '@/store/plans/viewStore';

/** Wheel travel that makes one layer, px; a notch of an ordinary mouse is 100. */
const PER_LAYER = 50;
/** Wheel travel that zooms by e, px. */
const PER_ZOOM = 400;

/**
 * Scrubs layers by the wheel over an element, with Shift ten at a time; with Ctrl, and by pinching,
 * it zooms.
 * @param shareAt the share of the print's height at a row of the element.
 */
export function useLayerWheel(
  ref: RefObject<HTMLElement | null>,
  shareAt: (row: number) => number,
): void {
  const latest = useRef(shareAt);
  useEffect(() => {
    latest.current = shareAt;
  });
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    let travel = 0;
    const onWheel = (event: WheelEvent): void => {
      event.preventDefault();
      if (event.ctrlKey) {
        const row = event.clientY - element.getBoundingClientRect().top;
        zoomCore(Math.exp(-event.deltaY / PER_ZOOM), latest.current(row));
        return;
      }
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
