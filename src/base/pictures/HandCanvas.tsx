'use client';

import { useEffect, useRef, useState, type PointerEvent, type RefObject } from 'react';
import { useSize } from '@/browser/useSize';
import { HandScene, type HandLamp, type HandThing } from './HandScene';
import type { HandPaint } from './handPaint';
import {
  draggedView,
  FIRST_VIEW,
  KEY_TURN,
  nearerView,
  turnedView,
  viewWords,
  type HandView,
} from './handView';

export interface HandCanvasProps {
  readonly thing: HandThing;
  readonly paint: HandPaint;
  readonly view: HandView;
  readonly onView: (view: HandView) => void;
  readonly cut?: { readonly layer: number; readonly z: number } | null;
  readonly lamp?: HandLamp | null;
  /** Hears of the scene, to take pictures of it, and of its end. */
  readonly onScene?: (scene: HandScene | null) => void;
  /** What it shows, for who does not see it. */
  readonly name: string;
}

const WAYS: Readonly<Partial<Record<string, readonly [number, number]>>> = {
  ArrowLeft: [1, 0],
  ArrowRight: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** A print to turn with a finger, a mouse or the arrow keys. */
export function HandCanvas(props: HandCanvasProps) {
  const { thing, paint, view, onView, cut = null, lamp = null, onScene, name } = props;
  const frame = useRef<HTMLDivElement>(null);
  const size = useSize(frame);
  const held = useRef<HandScene | null>(null);
  const [isLost, setLost] = useState(false);

  useEffect(() => {
    // A new element each time: a context that was let go cannot be had again on the same one.
    const element = document.createElement('canvas');
    element.className = 'size-full';
    element.setAttribute('aria-hidden', 'true');
    frame.current?.prepend(element);
    const made = new HandScene(element, thing, () => setLost(true));
    held.current = made;
    onScene?.(made);
    return () => {
      held.current = null;
      onScene?.(null);
      made.end();
      element.remove();
    };
  }, [thing, onScene]);
  // After a new thing, all of it is said anew.
  useEffect(() => held.current?.paint(paint), [thing, paint]);
  useEffect(() => held.current?.turn(view), [thing, view]);
  useEffect(() => held.current?.cut(cut), [thing, cut]);
  useEffect(() => held.current?.light(lamp), [thing, lamp]);
  useEffect(() => {
    if (size.width > 0)
      held.current?.resize(size.width, size.height, Math.min(2, devicePixelRatio));
  }, [thing, size]);
  const fingers = useFingers(view, onView);
  useWheel(frame, view, onView);

  return (
    <div
      ref={frame}
      role="application"
      aria-roledescription="print in the hand"
      aria-label={`${name}, ${viewWords(view)}. Arrow keys turn it, plus and minus bring it nearer.`}
      tabIndex={0}
      className="absolute inset-0 cursor-grab touch-none -outline-offset-2 active:cursor-grabbing"
      {...fingers}
      onKeyDown={(event) => {
        const way = WAYS[event.key];
        if (event.ctrlKey || event.metaKey || event.altKey) return;
        if (way) onView(turnedView(view, way[0] * KEY_TURN, way[1] * KEY_TURN));
        else if (event.key === '+' || event.key === '=') onView(nearerView(view, 1.25));
        else if (event.key === '-') onView(nearerView(view, 0.8));
        else if (event.key === '0') onView(FIRST_VIEW);
        else return;
        event.preventDefault();
        event.stopPropagation();
      }}
    >
      {isLost && (
        <p className="absolute inset-0 grid place-items-center">
          The drawing was lost. Open it again.
        </p>
      )}
    </div>
  );
}

/** Turns the print under one finger, and brings it nearer between two. */
function useFingers(view: HandView, onView: (view: HandView) => void) {
  const down = useRef(new Map<number, { x: number; y: number }>());
  return {
    onPointerDown: (event: PointerEvent<HTMLDivElement>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      down.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
    },
    onPointerMove: (event: PointerEvent) => {
      const last = down.current.get(event.pointerId);
      if (!last) return;
      const here = { x: event.clientX, y: event.clientY };
      const other = [...down.current].find(([id]) => id !== event.pointerId)?.[1];
      down.current.set(event.pointerId, here);
      if (!other) return onView(draggedView(view, here.x - last.x, here.y - last.y));
      const apart = (at: typeof here): number => Math.hypot(at.x - other.x, at.y - other.y) || 1;
      onView(nearerView(view, apart(here) / apart(last)));
    },
    onPointerUp: (event: PointerEvent) => {
      down.current.delete(event.pointerId);
    },
    onPointerCancel: (event: PointerEvent) => {
      down.current.delete(event.pointerId);
    },
    onDoubleClick: () => onView(FIRST_VIEW),
  };
}

/** The wheel brings it nearer. React's own wheel events cannot keep the page from moving. */
function useWheel(
  frame: RefObject<HTMLDivElement | null>,
  view: HandView,
  onView: (view: HandView) => void,
): void {
  const latest = useRef({ view, onView });
  useEffect(() => {
    latest.current = { view, onView };
  });
  useEffect(() => {
    const element = frame.current;
    const onWheel = (event: WheelEvent): void => {
      event.preventDefault();
      latest.current.onView(nearerView(latest.current.view, Math.exp(-event.deltaY / 500)));
    };
    element?.addEventListener('wheel', onWheel, { passive: false });
    return () => element?.removeEventListener('wheel', onWheel);
  }, [frame]);
}
