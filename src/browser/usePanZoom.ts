'use client';

import { useGesture } from '@use-gesture/react';
import type { RefObject } from 'react';

/** Wheel travel that zooms by e, px; a notch of an ordinary mouse is 100. */
const PER_ZOOM = 400;

interface PanZoom {
  /** False while dragging means something else, as when distances are measured. */
  readonly pans?: boolean;
  /** One finger, or the mouse, went so far, px. */
  readonly onPan: (dx: number, dy: number) => void;
  /** By the wheel or two fingers, at a place of the window. */
  readonly onZoom: (factor: number, clientX: number, clientY: number) => void;
}

const isControl = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('button, a, input') !== null;

/** Drag, wheel and pinch on a drawing. Controls that lie over it stay what they are. */
export function usePanZoom(
  ref: RefObject<HTMLElement | null>,
  { pans = true, onPan, onZoom }: PanZoom,
): void {
  useGesture(
    {
      onDrag: ({ event, first, delta: [dx, dy], pinching, cancel }) => {
        if (first && isControl(event.target)) return cancel();
        if (!pinching && (dx !== 0 || dy !== 0)) onPan(dx, dy);
      },
      onPinch: ({ movement: [scale], origin: [x, y], memo = 1 }) => {
        if (scale > 0) onZoom(scale / (memo as number), x, y);
        return scale;
      },
      onWheel: ({ event, delta: [, dy] }) => {
        event.preventDefault();
        if (dy !== 0) onZoom(Math.exp(-dy / PER_ZOOM), event.clientX, event.clientY);
      },
    },
    {
      target: ref,
      // The page stays where it is while the wheel zooms.
      eventOptions: { passive: false },
      drag: { enabled: pans, pointer: { keys: false } },
      pinch: { pinchOnWheel: false },
    },
  );
}
