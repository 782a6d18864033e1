'use client';

import { useCallback, useEffect, useMemo, useRef } from 'react';
import { useSize } from '@/browser/useSize';
import { PATH_STRIDE, type LayerPaths } from '@/core/geometry/paths';
import { colourTable, recolour, shadedCells } from '@/core/geometry/recolour';
import type { OpenedJob } from '@/base/job/jobContext';
import { useViewStore } from '@/store/plans/viewStore';
import { PartTags } from './PartTags';
import { colouredLines, surfaceCells, surfaceColours } from '@/base/pictures/sheetColours';
import type { MovedJob } from '@/base/work/movedJob';
import { useDrawing } from '@/base/work/useFollowing';
import { boxFromAbove, fitView, type SheetView } from './sheetView';
import { usePaths } from './usePaths';

/**
 * The sheet where the browser has no WebGL: the layer and the finished look as plain pictures. The views
 * that need more say so.
 */
export function FlatSheet({ view }: { view: OpenedJob }) {
  const mode = useViewStore((state) => state.mode);
  const canDraw = mode !== 'side' && mode !== 'backlit';
  return (
    <div className="absolute inset-0 flex flex-col">
      <p role="note" className="bg-caution-soft px-3 py-1 text-xs">
        This browser draws without WebGL, so the sheet cannot be moved or measured.
        {!canDraw && ' This view needs WebGL: try Layer, From above or From below.'}
      </p>
      <div className="relative min-h-0 flex-1">
        {(mode === 'layer' || mode === 'beside') && <FlatLayer view={view} />}
        {(mode === 'above' || mode === 'below') && <FlatSurface view={view} side={mode} />}
      </div>
    </div>
  );
}

/** The lines of the shown layer in its band's colour, over those of the layer below. */
function FlatLayer({ view }: { view: OpenedJob }) {
  const frame = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const size = useSize(frame);
  const layer = useViewStore((state) => state.layer);
  const paths = usePaths(view.client, layer);
  const { footprint } = view.reading;
  const box = useMemo(() => boxFromAbove(footprint), [footprint]);
  const draw = useCallback(
    (job: MovedJob): void => {
      const pen = canvas.current?.getContext('2d');
      if (!pen || !paths || size.width === 0) return;
      pen.clearRect(0, 0, size.width, size.height);
      const fitted = fitView(box, size);
      const drawLayer = (layer: number, layerPaths: LayerPaths): void => {
        for (const { lines, colour } of colouredLines(job, layer, layerPaths)) {
          drawLines(pen, lines, colour, fitted, size);
        }
      };
      if (paths.below) {
        pen.globalAlpha = 0.4;
        drawLayer(paths.layer - 1, paths.below);
      }
      pen.globalAlpha = 1;
      drawLayer(paths.layer, paths.paths);
    },
    [paths, box, size],
  );
  useDrawing(view, draw);
  usePicture(canvas);
  return (
    <div ref={frame} aria-busy={paths === null} className="absolute inset-0">
      <canvas ref={canvas} aria-hidden width={size.width} height={size.height} />
      {size.width > 0 && <PartTags job={view} view={fitView(box, size)} size={size} />}
    </div>
  );
}

function drawLines(
  pen: CanvasRenderingContext2D,
  paths: Float32Array,
  colour: string,
  { x, y, scale }: SheetView,
  { width, height }: { readonly width: number; readonly height: number },
): void {
  pen.strokeStyle = colour;
  pen.lineCap = 'round';
  for (let i = 0; i < paths.length; i += PATH_STRIDE) {
    pen.lineWidth = paths[i + 4] * scale;
    pen.beginPath();
    pen.moveTo(width / 2 + (paths[i] - x) * scale, height / 2 - (paths[i + 1] - y) * scale);
    pen.lineTo(width / 2 + (paths[i + 2] - x) * scale, height / 2 - (paths[i + 3] - y) * scale);
    pen.stroke();
  }
}

/** What shows from above, or from below as the turned-over part shows it. */
function FlatSurface({ view, side }: { view: OpenedJob; side: 'above' | 'below' }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const blends = useViewStore((state) => state.blends);
  const footprint = surfaceCells(view);
  const { columns, rows } = footprint;
  const cells = useMemo(
    () => shadedCells({ columns, rows, top: side === 'above' ? footprint.top : footprint.low }),
    [footprint, columns, rows, side],
  );
  const draw = useCallback(
    (job: MovedJob): void => {
      const pen = canvas.current?.getContext('2d');
      if (!pen) return;
      const colours = surfaceColours(job, side, blends);
      const image = pen.createImageData(columns, rows);
      const table = colourTable(colours.length - 1, (number) => colours[number]);
      recolour(cells, table, new Uint32Array(image.data.buffer));
      pen.putImageData(image, 0, 0);
    },
    [cells, columns, rows, side, blends],
  );
  useDrawing(view, draw);
  usePicture(canvas);
  return (
    <canvas
      ref={canvas}
      aria-hidden
      width={columns}
      height={rows}
      className={`absolute inset-0 h-full w-full object-contain p-4 ${side === 'below' ? '-scale-x-100' : ''}`}
    />
  );
}

/** Lets an action save the canvas as a picture. */
function usePicture(canvas: React.RefObject<HTMLCanvasElement | null>): void {
  useEffect(() => {
    const takePicture = (): Promise<Blob | null> =>
      new Promise((resolve) =>
        canvas.current ? canvas.current.toBlob(resolve, 'image/png') : resolve(null),
      );
    useViewStore.setState({ takePicture });
    return () => useViewStore.setState({ takePicture: null });
  }, [canvas]);
}
