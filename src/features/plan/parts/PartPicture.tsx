'use client';

import { useEffect, useRef } from 'react';
import type { PartsView } from '@/base/work/useParts';

/** Side of the picture, px. */
const SIZE = 64;

/** Where a part lies, seen from above, among the rest of the print. Decoration: its row says the rest. */
export function PartPicture({
  partKey,
  colour,
  parts: { picture, wishes },
}: {
  readonly partKey: string;
  readonly colour: string;
  readonly parts: PartsView;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const pen = canvas.current?.getContext('2d');
    if (!pen || !picture) return;
    const { columns, rows, top, low } = picture.footprint;
    const scale = SIZE / Math.max(columns, rows);
    const image = pen.createImageData(SIZE, SIZE);
    const pixels = new Uint32Array(image.data.buffer);
    const rgb = parseInt(colour.slice(1), 16);
    const own = 0xff000000 | ((rgb & 255) << 16) | (rgb & 0xff00) | (rgb >> 16);
    const is = (section: number): boolean => section > 0 && wishes[section - 1]?.part === partKey;
    for (let y = 0; y < SIZE; y++) {
      for (let x = 0; x < SIZE; x++) {
        const column = Math.floor(columns / 2 + (x + 0.5 - SIZE / 2) / scale);
        const row = Math.floor(rows / 2 - (y + 0.5 - SIZE / 2) / scale);
        if (column < 0 || row < 0 || column >= columns || row >= rows) continue;
        const cell = row * columns + column;
        if (is(top[cell]) || is(low[cell])) pixels[y * SIZE + x] = own;
        else if (top[cell] > 0) pixels[y * SIZE + x] = 0x30808080;
      }
    }
    pen.putImageData(image, 0, 0);
  }, [picture, wishes, partKey, colour]);
  return <canvas ref={canvas} aria-hidden width={SIZE} height={SIZE} className="size-full" />;
}
