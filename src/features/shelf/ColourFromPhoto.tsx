'use client';

import { ImageUp } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { toast } from '@/store/toast';
import { FileButton } from '@/components/FileButton';
import { colourAt, type Pixels } from '@/core/filament/photo';

/** Longest side of the photo as it is shown, px. */
const LONGEST = 560;
/** Pixels that an arrow key moves the mark; with Shift ten times as many. */
const KEY_STEP = 2;

const ARROWS: Readonly<Partial<Record<string, readonly [number, number]>>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Takes a colour from a photo of the spool: press where the filament is. */
export function ColourFromPhoto({ onColour }: { onColour: (colour: string) => void }) {
  const [photo, setPhoto] = useState<ImageBitmap | null>(null);
  useEffect(() => () => photo?.close(), [photo]);
  const open = async (file: File): Promise<void> => {
    try {
      const whole = await createImageBitmap(file);
      const scale = Math.min(1, LONGEST / Math.max(whole.width, whole.height));
      const [resizeWidth, resizeHeight] = [whole.width, whole.height].map((side) =>
        Math.max(1, Math.round(side * scale)),
      );
      setPhoto(await createImageBitmap(whole, { resizeWidth, resizeHeight }));
      whole.close();
    } catch {
      toast.error(`${file.name} is not a picture this browser can show.`);
    }
  };
  return (
    <>
      <FileButton accept="image/*" onFile={open}>
        <ImageUp aria-hidden size={16} /> From photo…
      </FileButton>
      {photo && <Photo photo={photo} onColour={onColour} />}
    </>
  );
}

interface PhotoProps {
  readonly photo: ImageBitmap;
  readonly onColour: (colour: string) => void;
}

function Photo({ photo, onColour }: PhotoProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pixels = useRef<Pixels | null>(null);
  const [mark, setMark] = useState({ x: photo.width >> 1, y: photo.height >> 1 });
  useEffect(() => {
    const pen = canvas.current?.getContext('2d', { willReadFrequently: true });
    if (!pen) return;
    pen.drawImage(photo, 0, 0);
    pixels.current = pen.getImageData(0, 0, photo.width, photo.height);
  }, [photo]);
  const take = (x: number, y: number): void => {
    const at = {
      x: Math.min(photo.width - 1, Math.max(0, Math.round(x))),
      y: Math.min(photo.height - 1, Math.max(0, Math.round(y))),
    };
    setMark(at);
    const colour = pixels.current && colourAt(pixels.current, at.x, at.y);
    if (colour) onColour(colour);
  };
  return (
    <div className="col-span-full pt-2">
      <p className="pb-1 text-sm text-muted">
        Click the filament, in even light. Arrow keys move the mark.
      </p>
      <div
        role="application"
        tabIndex={0}
        aria-label="Photo. Click a point, or move the mark with the arrow keys."
        className="relative inline-block max-w-full cursor-crosshair overflow-hidden rounded border border-edge"
        onPointerDown={(event) => {
          const edges = event.currentTarget.getBoundingClientRect();
          const scale = photo.width / edges.width;
          take((event.clientX - edges.left) * scale, (event.clientY - edges.top) * scale);
        }}
        onKeyDown={(event) => {
          const arrow = ARROWS[event.key];
          if (!arrow) return;
          event.preventDefault();
          const step = KEY_STEP * (event.shiftKey ? 10 : 1);
          take(mark.x + arrow[0] * step, mark.y + arrow[1] * step);
        }}
      >
        <canvas
          ref={canvas}
          width={photo.width}
          height={photo.height}
          className="block max-h-64 max-w-full"
        />
        <span
          aria-hidden
          className="pointer-events-none absolute size-4 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-white outline-2 outline-black"
          style={{
            left: `${((mark.x + 0.5) / photo.width) * 100}%`,
            top: `${((mark.y + 0.5) / photo.height) * 100}%`,
          }}
        />
      </div>
    </div>
  );
}
