'use client';

import { Canvas, useThree } from '@react-three/fiber';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { OrthographicCamera } from 'three';
import { Button } from '@/components/Button';
import { inkOn } from '@/components/hatch';
import { useSize } from '@/components/useSize';
import { useThemeColours } from '@/components/useThemeColours';
import type { Footprint } from '@/core/geometry/raster';
import { BedGrid } from './BedGrid';
import { PathLines } from './PathLines';
import { fitView, zoomAt, type SheetView } from './sheetView';

interface SheetCanvasProps {
  readonly paths: Float32Array | null;
  readonly below: Float32Array | null;
  readonly colour: string;
  readonly belowColour: string;
  readonly footprint: Footprint;
}

/** The drawing area: wheel to zoom at the pointer, drag to pan. */
export function SheetCanvas({ paths, below, colour, belowColour, footprint }: SheetCanvasProps) {
  const frame = useRef<HTMLDivElement>(null);
  const size = useSize(frame);
  const { ink } = useThemeColours();
  const fitted = useMemo(() => fitView(footprint, size), [footprint, size]);
  const [moved, setMoved] = useState<SheetView | null>(null);
  const view = moved ?? fitted;

  const pointIn = (event: { clientX: number; clientY: number }): { x: number; y: number } => {
    const box = frame.current!.getBoundingClientRect();
    return {
      x: event.clientX - box.left - size.width / 2,
      y: size.height / 2 - (event.clientY - box.top),
    };
  };

  return (
    <div
      ref={frame}
      className="absolute inset-0 cursor-grab touch-none active:cursor-grabbing"
      onWheel={(event) => setMoved(zoomAt(view, pointIn(event), Math.exp(-event.deltaY / 400)))}
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={(event) => {
        if (event.buttons !== 1) return;
        const { scale } = view;
        setMoved({
          ...view,
          x: view.x - event.movementX / scale,
          y: view.y + event.movementY / scale,
        });
      }}
    >
      {size.width > 0 && (
        <Canvas
          orthographic
          frameloop="demand"
          dpr={[1, 2]}
          flat
          gl={{ antialias: true }}
          fallback={null}
        >
          <ViewCamera view={view} />
          <BedGrid footprint={footprint} colour={ink} />
          {below && <PathLines paths={below} colour={belowColour} opacity={0.4} order={0} />}

          {paths && (
            <PathLines
              paths={paths}
              colour={colour}
              outline={inkOn(colour)}
              opacity={1}
              order={1}
            />
          )}
        </Canvas>
      )}
      <div
        className="absolute right-2 bottom-2 flex gap-1"
        onPointerDown={(event) => event.stopPropagation()}
      >
        <Button onClick={() => setMoved(zoomAt(view, { x: 0, y: 0 }, 1.5))}>Closer</Button>
        <Button onClick={() => setMoved(zoomAt(view, { x: 0, y: 0 }, 1 / 1.5))}>Wider</Button>
        <Button onClick={() => setMoved(null)}>Fit</Button>
      </div>
      <p className="pointer-events-none absolute bottom-2.5 left-3 text-xs text-ink">
        Squares of 10 mm · the layer below shows faintly
      </p>
    </div>
  );
}

/** Points the camera: `view` in machine mm, its scale in px per mm. */
function ViewCamera({ view }: { view: SheetView }) {
  const camera = useThree((state) => state.camera) as OrthographicCamera;
  const invalidate = useThree((state) => state.invalidate);
  useEffect(() => {
    camera.position.set(view.x, view.y, 100);
    // The camera is three's own mutable object; this is how it is moved.
    // eslint-disable-next-line react-hooks/immutability
    camera.zoom = view.scale;
    camera.updateProjectionMatrix();
    invalidate();
  }, [camera, invalidate, view]);
  return null;
}
