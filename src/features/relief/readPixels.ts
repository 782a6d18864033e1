import type { Pixels } from '@/core/draw/flatColours';
import { refuse, success, type Result } from '@/core/findings';
import { newId } from '@/workers/ids';
import { RELIEF_WORKER } from '@/workers/kinds';
import { WorkerLine } from '@/workers/line/workerLine';
import type { HeldPicture, ReliefService } from '@/workers/reliefWorker';

/** Longest side of a drawing (SVG) when it is drawn in pixels. */
const DRAWN = 1200;

/** A picture on its way, which may be given up. */
export interface ReadingPicture {
  readonly outcome: Promise<Result<HeldPicture>>;
  readonly cancel: () => void;
}

/** Reads a picture in a worker of its own; a drawing is drawn by the page, as no worker can. */
export function readPixels(file: File): ReadingPicture {
  const line = new WorkerLine<ReliefService>(RELIEF_WORKER, () => {});
  const read = async (): Promise<Result<HeldPicture>> => {
    const isDrawing = /\.svg$/i.test(file.name) || file.type === 'image/svg+xml';
    const pixels = isDrawing
      ? await drawnPixels(file)
      : await line.ask((service) => service.decode(file));
    return pixels.ok ? success({ id: newId(), pixels: pixels.value }) : pixels;
  };
  const outcome = read()
    .catch((error: unknown) =>
      refuse('cannot-read', `The picture cannot be read. ${String(error)}`),
    )
    .finally(() => line.end(new Error('Cancelled.')));
  return { outcome, cancel: () => line.end(new Error('Cancelled.')) };
}

async function drawnPixels(file: Blob): Promise<Result<Pixels>> {
  const place = URL.createObjectURL(new Blob([file], { type: 'image/svg+xml' }));
  try {
    const image = new Image();
    image.src = place;
    await image.decode();
    const [wide, tall] = [image.naturalWidth || 1, image.naturalHeight || 1];
    const scale = DRAWN / Math.max(wide, tall);
    const [width, height] = [wide, tall].map((side) => Math.max(1, Math.round(side * scale)));
    const pen = new OffscreenCanvas(width, height).getContext('2d');
    if (!pen) return refuse('cannot-read', 'The browser has no memory to draw the picture.');
    pen.drawImage(image, 0, 0, width, height);
    return success({ width, height, data: pen.getImageData(0, 0, width, height).data });
  } catch {
    return refuse('cannot-read', 'The browser cannot read this drawing.');
  } finally {
    URL.revokeObjectURL(place);
  }
}
