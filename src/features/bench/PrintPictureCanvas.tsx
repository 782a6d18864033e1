'use client';

import { useEffect, useRef } from 'react';
import type { PrintPicture } from '@/core/geometry/picture';
import { emptyPlan, filamentOf, letterAt, type JobPlan } from '@/core/plan/jobPlan';
import { paintPicture } from './paintPicture';

/** Only its colours are used. */
const NO_PLAN = emptyPlan('');

/** A print from above in the colours of its plan. Decoration: the card says everything in words. */
export function PrintPictureCanvas({
  picture,
  plan,
}: {
  picture: PrintPicture;
  plan: JobPlan | null;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const colours = plan ?? NO_PLAN;
    const image = context.createImageData(picture.columns, picture.rows);
    paintPicture(
      image.data,
      picture,
      (layer) => filamentOf(colours, letterAt(colours, layer)).colour,
    );
    context.putImageData(image, 0, 0);
  }, [picture, plan]);
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
