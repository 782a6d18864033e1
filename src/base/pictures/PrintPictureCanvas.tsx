'use client';

import { useEffect, useMemo, useRef } from 'react';
import type { PrintPicture } from '@/core/geometry/picture';
import { colourTable, recolour, shadedCells } from '@/core/geometry/recolour';
import type { JobPlan } from '@/core/plan/jobPlan';
import { pictureColours } from './pictureColours';

interface PrintPictureCanvasProps {
  readonly picture: PrintPicture;
  readonly plan: JobPlan | null;
  readonly layerCount: number;
}

/** A print from above in the colours of its plan. Decoration: the card says everything in words. */
export function PrintPictureCanvas({ picture, plan, layerCount }: PrintPictureCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const cells = useMemo(() => shadedCells(picture), [picture]);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const image = context.createImageData(picture.columns, picture.rows);
    const colourOf = pictureColours(picture, plan, layerCount);
    const table = colourTable(picture.sections?.length ?? layerCount, colourOf);
    recolour(cells, table, new Uint32Array(image.data.buffer));
    context.putImageData(image, 0, 0);
  }, [picture, cells, plan, layerCount]);
  return (
    <canvas
      ref={canvas}
      aria-hidden
      width={picture.columns}
      height={picture.rows}
      className="max-h-full max-w-full"
    />
  );
}
