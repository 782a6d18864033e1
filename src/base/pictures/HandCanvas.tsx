'use client';

import { useEffect, useRef, useState } from 'react';
import { usePanZoom } from '@/browser/usePanZoom';
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

const TURNS: Readonly<Partial<Record<string, readonly [number, number]>>> = {
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
    // A new element each time: a context that was released cannot be had again on the same one.
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
  // A new thing gets all of it again.
  useEffect(() => held.current?.paint(paint), [thing, paint]);
  useEffect(() => held.current?.turn(view), [thing, view]);
  useEffect(() => held.current?.cut(cut), [thing, cut]);
  useEffect(() => held.current?.light(lamp), [thing, lamp]);
  useEffect(() => {
    if (size.width > 0)
      held.current?.resize(size.width, size.height, Math.min(2, devicePixelRatio));
  }, [thing, size]);
  // Several moves may come before the next drawing.
  const latest = useRef(view);
  useEffect(() => {
    latest.current = view;
  });
  const see = (next: HandView): void => {
    latest.current = next;
    onView(next);
  };
  usePanZoom(frame, {
    onPan: (dx, dy) => see(draggedView(latest.current, dx, dy)),
    onZoom: (by) => see(nearerView(latest.current, by)),
  });

  return (
    <div
      ref={frame}
      role="application"
      aria-roledescription="3D view of the print"
      aria-label={`${name}, ${viewWords(view)}. Arrow keys rotate it, plus and minus zoom.`}
      tabIndex={0}
      className="absolute inset-0 cursor-grab touch-none -outline-offset-2 active:cursor-grabbing"
      onDoubleClick={() => onView(FIRST_VIEW)}
      onKeyDown={(event) => {
        const turn = TURNS[event.key];
        if (event.ctrlKey || event.metaKey || event.altKey) return;
        if (turn) onView(turnedView(view, turn[0] * KEY_TURN, turn[1] * KEY_TURN));
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
          The drawing was lost. Open the view again.
        </p>
      )}
    </div>
  );
}
