import { wrap } from 'comlink';
import type { Result } from '@/core/findings';
import type { PlatePicture } from '@/core/draw/picture';
import type { TraceApi } from './traceWorker';

/** Traces a picture in a worker of its own, which ends with it. */
export async function tracePictureFile(file: Blob, name: string): Promise<Result<PlatePicture>> {
  const worker = new Worker(new URL('./traceWorker.ts', import.meta.url), { type: 'module' });
  try {
    return await wrap<TraceApi>(worker).trace(file, name);
  } finally {
    worker.terminate();
  }
}
