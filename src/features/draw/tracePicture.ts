import type { PlatePicture } from '@/core/draw/picture';
import type { Result } from '@/core/findings';
import { TRACE_WORKER } from '@/workers/kinds';
import { withWorker } from '@/workers/line/workerLine';
import type { TraceService } from '@/workers/traceWorker';

/** Traces a picture in a worker of its own. */
export function tracePicture(file: Blob, name: string): Promise<Result<PlatePicture>> {
  return withWorker(TRACE_WORKER, (service: TraceService) => service.trace(file, name));
}
