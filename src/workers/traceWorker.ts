import { refuse, type Result } from '@/core/findings';
import type { PlatePicture } from '@/core/draw/picture';
import { offer } from './line/offer';
import { tracePicture } from '@/core/draw/tracing';

/** Longest side at which a picture is traced, px: finer than any nozzle. */
const LONGEST = 800;

/** Traces a picture file beside the page. */
const service = {
  async trace(file: Blob, name: string): Promise<Result<PlatePicture>> {
    let bitmap: ImageBitmap;
    try {
      bitmap = await createImageBitmap(file);
    } catch {
      return refuse('cannot-read', 'The browser cannot read this picture.');
    }
    const scale = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
    const width = Math.max(1, Math.round(bitmap.width * scale));
    const height = Math.max(1, Math.round(bitmap.height * scale));
    const pen = new OffscreenCanvas(width, height).getContext('2d');
    if (!pen) return refuse('cannot-read', 'The browser has no memory to draw the picture.');
    pen.drawImage(bitmap, 0, 0, width, height);
    bitmap.close();
    return tracePicture(pen.getImageData(0, 0, width, height), name);
  },
};

export type TraceService = typeof service;

offer(service);
