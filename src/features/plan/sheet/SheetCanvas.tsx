'use client';

import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { Button } from '@/components/Button';
import { Boundary } from '@/components/trouble/Boundary';
import { PrintPictureCanvas } from '@/base/pictures/PrintPictureCanvas';
import { usePanZoom } from '@/browser/usePanZoom';
import { useSize } from '@/browser/useSize';
import { useViewStore } from '@/store/plans/viewStore';
import type { OpenedJob } from '@/base/job/jobContext';
import { MeasureLayer } from './MeasureLayer';
import { PartTags } from './PartTags';
import { PictureTaker } from './PictureTaker';
import { RouteLayer } from './RouteLayer';
import { SheetScene } from './SheetScene';
import { clearStage, drawOnStage, isOnStage, leaveStage, takeStage } from './sheetStage';
import { SheetCamera } from './SheetCamera';
import {
  boxFromAbove,
  fitView,
  heightStretch,
  pannedView,
  placeAt,
  zoomAt,
  type SheetBox,
  type SheetPoint,
  type SheetView,
} from './sheetView';

/** How far an arrow key moves the drawing, px. */
const KEY_PAN = 40;

const ARROWS: Readonly<Partial<Record<string, SheetPoint>>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: 1 },
  ArrowDown: { x: 0, y: -1 },
};

/** The drawing area: wheel or two fingers zoom, drag to pan, arrows when it has the focus. */
export function SheetCanvas({ view: job }: { view: OpenedJob }) {
  const mode = useViewStore((state) => state.mode);
  const measuring = useViewStore((state) => state.measuring);
  const frame = useRef<HTMLDivElement>(null);
  const readout = useRef<HTMLSpanElement>(null);
  const [isDrawn, setDrawn] = useState(isOnStage);
  const onDrawn = useCallback(() => setDrawn(true), []);
  const mayDraw = useAfterPaint();
  const size = useSize(frame);
  const isSide = mode === 'side';
  const { above, box, stretch } = useBox(job.reading, isSide);
  const fitted = useMemo(() => fitView(box, size), [box, size]);
  // The side has a view of its own; the views from above and below share theirs.
  const [moved, setMoved] = useState<{ side: boolean; view: SheetView } | null>(null);
  const viewIn = (last: typeof moved): SheetView => (last?.side === isSide ? last.view : fitted);
  const view = viewIn(moved);
  const move = (next: (from: SheetView) => SheetView): void =>
    setMoved((last) => ({ side: isSide, view: next(viewIn(last)) }));
  const zoom = (by: number): void => move((from) => zoomAt(from, { x: 0, y: 0 }, by));
  const mirrored = mode === 'below' ? above.left + above.right : null;

  const pointIn = (event: { clientX: number; clientY: number }): SheetPoint => {
    const edges = frame.current!.getBoundingClientRect();
    return {
      x: event.clientX - edges.left - size.width / 2,
      y: size.height / 2 - (event.clientY - edges.top),
    };
  };
  usePanZoom(frame, {
    pans: !measuring,
    onPan: (dx, dy) => move((from) => pannedView(from, dx, dy)),
    onZoom: (by, clientX, clientY) => {
      const at = pointIn({ clientX, clientY });
      move((from) => zoomAt(from, at, by));
    },
  });
  const tellPlace = (event: React.PointerEvent): void => {
    if (!readout.current) return;
    const place = placeAt(view, pointIn(event));
    const x = mirrored === null ? place.x : mirrored - place.x;
    const [name, value] = isSide ? ['Z', place.y / stretch] : ['Y', place.y];
    readout.current.textContent = `X ${x.toFixed(1)} ${name} ${value.toFixed(1)} mm`;
  };

  return (
    <div
      ref={frame}
      role="group"
      tabIndex={0}
      aria-label="Drawing. Arrow keys move it, plus and minus zoom."
      aria-busy={!isDrawn}
      className={`absolute inset-0 touch-none -outline-offset-2 ${measuring ? 'cursor-crosshair' : 'cursor-grab active:cursor-grabbing'}`}
      onPointerMove={tellPlace}
      onPointerLeave={() => {
        if (readout.current) readout.current.textContent = '';
      }}
      onKeyDown={(event) => {
        const arrow = ARROWS[event.key];
        if (event.target !== event.currentTarget || !(arrow || '+-'.includes(event.key))) return;
        event.stopPropagation();
        event.preventDefault();
        if (!arrow) return zoom(event.key === '+' ? 1.5 : 1 / 1.5);
        move((from) => pannedView(from, -arrow.x * KEY_PAN, arrow.y * KEY_PAN));
      }}
    >
      {!isDrawn && <StillPicture job={job} box={box} scale={view.scale} />}
      {size.width > 0 && mayDraw && (
        <Drawing job={job} view={view} box={box} size={size} stretch={stretch} onDrawn={onDrawn} />
      )}
      <Over job={job} view={view} size={size} stretch={stretch} />
      <Foot
        words={sheetWords(mode, stretch)}
        readout={readout}
        onZoom={zoom}
        onFit={() => setMoved(null)}
      />
    </div>
  );
}

/** What the drawing shows, mm; from the side heights are stretched. */
function useBox({ footprint, layers }: OpenedJob['reading'], isSide: boolean) {
  const above = useMemo(() => boxFromAbove(footprint), [footprint]);
  const height = layers.at(-1)?.z ?? 1;
  const stretch = isSide ? heightStretch(above.right - above.left, height) : 1;
  const box = useMemo(
    () => (isSide ? { ...above, bottom: 0, top: height * stretch } : above),
    [isSide, above, height, stretch],
  );
  return { above, box, stretch };
}

/**
 * True once the page around it has been painted. Starting WebGL holds the page up for as long as the machine
 * needs; until then everything else is there and answers. At once where it was started before.
 */
function useAfterPaint(): boolean {
  const [painted, setPainted] = useState(isOnStage);
  useEffect(() => {
    if (painted) return;
    let second = 0;
    const first = requestAnimationFrame(() => {
      second = requestAnimationFrame(() => setPainted(true));
    });
    return () => {
      cancelAnimationFrame(first);
      cancelAnimationFrame(second);
    };
  }, [painted]);
  return painted;
}

interface StillPictureProps {
  readonly job: OpenedJob;
  readonly box: SheetBox;
  /** Px per mm. */
  readonly scale: number;
}

/** The print from above as the Bench shows it, where it will lie, until the drawing is there. */
function StillPicture({ job: { job, plan, reading }, box, scale }: StillPictureProps) {
  if (!job.picture) return null;
  const [width, height] = [(box.right - box.left) * scale, (box.top - box.bottom) * scale];
  return (
    <div
      aria-hidden
      className="absolute top-1/2 left-1/2 grid -translate-1/2 opacity-40 *:size-full"
      style={{ width, height }}
    >
      <PrintPictureCanvas picture={job.picture} plan={plan} layerCount={reading.layers.length} />
    </div>
  );
}

function sheetWords(mode: string, stretch: number): string {
  const squares = 'Squares of 10 mm';
  if (mode === 'side') return stretch === 1 ? squares : `${squares} · heights drawn × ${stretch}`;
  if (mode === 'layer') return `${squares} · the layer below is shown faintly`;
  return squares;
}

interface FootProps {
  readonly words: string;
  readonly readout: React.RefObject<HTMLSpanElement | null>;
  readonly onZoom: (by: number) => void;
  readonly onFit: () => void;
}

/** What is seen, where the pointer is, and how near it is looked at. */
function Foot({ words, readout, onZoom, onFit }: FootProps) {
  return (
    <div className="pointer-events-none absolute inset-x-2 bottom-2 flex flex-wrap-reverse items-end justify-between gap-1">
      <p className="min-w-0 rounded bg-sheet px-1 text-xs text-ink">
        {words} <span ref={readout} className="font-semibold" />
      </p>
      <div className="pointer-events-auto flex gap-1">
        <Button onClick={() => onZoom(1.5)}>Zoom in</Button>
        <Button onClick={() => onZoom(1 / 1.5)}>Zoom out</Button>
        <Button onClick={onFit}>Fit</Button>
      </div>
    </div>
  );
}

interface OverProps {
  readonly job: OpenedJob;
  readonly view: SheetView;
  readonly size: { readonly width: number; readonly height: number };
  readonly stretch: number;
}

/** What lies over the drawing: the path round a swap, parts by stops, and distances. */
function Over({ job, view, size, stretch }: OverProps) {
  const mode = useViewStore((state) => state.mode);
  const measuring = useViewStore((state) => state.measuring);
  const isSide = mode === 'side';
  return (
    <>
      {(mode === 'layer' || mode === 'beside') && size.width > 0 && (
        <RouteLayer job={job} view={view} size={size} />
      )}
      {mode === 'layer' && size.width > 0 && <PartTags job={job} view={view} size={size} />}
      {measuring && size.width > 0 && (
        <MeasureLayer key={String(isSide)} view={view} size={size} stretch={stretch} />
      )}
    </>
  );
}

interface DrawingProps {
  readonly job: OpenedJob;
  readonly view: SheetView;
  readonly box: SheetBox;
  readonly size: { readonly width: number; readonly height: number };
  readonly stretch: number;
  readonly onDrawn: () => void;
}

/** Shows the stage that WebGL draws on, and what lies on it. */
function Drawing({ job, view, box, size, stretch, onDrawn }: DrawingProps) {
  const mode = useViewStore((state) => state.mode);
  const frame = useRef<HTMLDivElement>(null);
  const [failure, setFailure] = useState<string | null>(null);
  if (failure !== null) throw new Error(failure);
  useLayoutEffect(() => {
    frame.current?.append(takeStage());
    return leaveStage;
  }, []);
  useLayoutEffect(() => {
    drawOnStage(
      size,
      <Boundary
        title="The sheet cannot be drawn"
        instead={(message) => <Failed message={message} onFailed={setFailure} />}
      >
        <SheetCamera view={view} />
        <SheetScene job={job} mode={mode} box={box} stretch={stretch} scale={view.scale} />
        <PictureTaker />
      </Boundary>,
    );
  }, [job, view, box, size, stretch, mode]);
  useEffect(onDrawn, [onDrawn]);
  return <div ref={frame} aria-hidden className="absolute inset-0" />;
}

/** Tells the page, in which the sheet stands, what is wrong on the stage. */
function Failed({ message, onFailed }: { message: string; onFailed: (why: string) => void }) {
  useEffect(() => {
    clearStage();
    onFailed(message);
  }, [message, onFailed]);
  return null;
}
