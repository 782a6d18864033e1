import { useEffect, useRef } from 'react';

interface PixelPictureProps {
  readonly columns: number;
  readonly rows: number;
  /** Four bytes a square, row by row from the top. */
  readonly data: Uint8ClampedArray<ArrayBuffer>;
  /** What it shows, for who does not see it. */
  readonly name: string;
  readonly isDark: boolean;
}

/** Squares of colour as they are printed. */
export function PixelPicture({ columns, rows, data, name, isDark }: PixelPictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const pen = canvas.current?.getContext('2d');
    if (pen) pen.putImageData(new ImageData(data, columns, rows), 0, 0);
  }, [columns, rows, data]);
  return (
    <div className={`absolute inset-0 grid place-items-center p-4 ${isDark ? 'bg-[#101010]' : ''}`}>
      <canvas
        ref={canvas}
        role="img"
        aria-label={name}
        width={columns}
        height={rows}
        className="size-full object-contain [image-rendering:pixelated]"
      />
    </div>
  );
}
