import type { WorkerKind } from './line/workerLine';

/** All workers that a page calls. What runs beside the reader is started by the reader: see `workBeside`. */

export const PRINT_WORKER: WorkerKind = {
  does: 'reads the file',
  start: (name) =>
    new Worker(new URL('./print/printWorker.ts', import.meta.url), { type: 'module', name }),
};

export const BUNDLE_WORKER: WorkerKind = {
  does: 'saves and opens files',
  start: (name) =>
    new Worker(new URL('./bundle/bundleWorker.ts', import.meta.url), { type: 'module', name }),
};

export const TRACE_WORKER: WorkerKind = {
  does: 'traces pictures',
  start: (name) =>
    new Worker(new URL('./traceWorker.ts', import.meta.url), { type: 'module', name }),
};

export const PLATE_WORKER: WorkerKind = {
  does: 'lays out plates',
  start: (name) =>
    new Worker(new URL('./plateWorker.ts', import.meta.url), { type: 'module', name }),
};

export const RELIEF_WORKER: WorkerKind = {
  does: 'makes reliefs',
  start: (name) =>
    new Worker(new URL('./reliefWorker.ts', import.meta.url), { type: 'module', name }),
};

export const PHOTO_WORKER: WorkerKind = {
  does: 'makes photos small',
  start: (name) =>
    new Worker(new URL('./photoWorker.ts', import.meta.url), { type: 'module', name }),
};
