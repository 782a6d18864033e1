'use client';

import { useEffect, useMemo, useRef } from 'react';
import { colourTable, recolour, shadedCells } from '@/core/geometry/recolour';
import type { RunPicture } from '@/core/run/runPicture';
import type { RunPlan } from '@/core/run/runPlan';

interface RunPictureCanvasProps {
  readonly picture: RunPicture;
  readonly runPlan: RunPlan;
}

/** A print from above in its filaments. Decoration: what matters is said in words. */
export function RunPictureCanvas({ picture, runPlan }: RunPictureCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { columns, rows, top, letters } = picture;
  const cells = useMemo(() => shadedCells({ columns, rows, top }), [columns, rows, top]);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const colours = new Map(
      runPlan.bands.map(({ filament }) => [filament.letter, filament.colour]),
    );
    const image = context.createImageData(columns, rows);
    const table = colourTable(
      letters.length,
      (number) => colours.get(letters[number - 1]) ?? '#888888',
    );
    recolour(cells, table, new Uint32Array(image.data.buffer));
    context.putImageData(image, 0, 0);
  }, [cells, columns, rows, letters, runPlan]);
  return (
    <canvas
      ref={canvas}
      aria-hidden
      width={columns}
      height={rows}
      className="max-h-full max-w-full"
    />
  );
}
