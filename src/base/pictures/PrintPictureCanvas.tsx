'use client';

import { useEffect, useRef } from 'react';
import { useIsNear } from '@/browser/useIsNear';
import { seenCells, type PrintPicture } from '@/core/geometry/picture';
import { colourTable, recolour, shadedCells } from '@/core/geometry/recolour';
import type { JobPlan } from '@/core/plan/jobPlan';
import { pictureColours } from './pictureColours';

interface PrintPictureCanvasProps {
  readonly picture: PrintPicture;
  readonly plan: JobPlan | null;
  readonly layerCount: number;
}

const shaded = new WeakMap<PrintPicture, ReturnType<typeof shadedCells>>();

/** The cells of a picture with their light and shade, worked out once. */
function cellsOf(picture: PrintPicture): ReturnType<typeof shadedCells> {
  const cells = shaded.get(picture) ?? shadedCells(seenCells(picture));
  shaded.set(picture, cells);
  return cells;
}

/**
 * A print from above in the colours of its plan, drawn when it comes near to being seen. Decoration: the card says
 * everything in words.
 */
export function PrintPictureCanvas({ picture, plan, layerCount }: PrintPictureCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const isNear = useIsNear(canvas);
  useEffect(() => {
    const context = isNear ? canvas.current?.getContext('2d') : null;
    if (!context) return;
    const image = context.createImageData(picture.columns, picture.rows);
    const colourOf = pictureColours(picture, plan, layerCount);
    const table = colourTable(picture.sections?.length ?? layerCount, colourOf);
    recolour(cellsOf(picture), table, new Uint32Array(image.data.buffer));
    context.putImageData(image, 0, 0);
  }, [isNear, picture, plan, layerCount]);
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
