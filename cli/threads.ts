import { availableParallelism } from 'node:os';
import { Worker, type TransferListItem } from 'node:worker_threads';
import type { HelperKinds, HelperPort } from '../src/workers/beside/helper';

const MOST_RASTERS = 4;

function startThread(kind: 'raster' | 'hash'): HelperPort {
  const type = import.meta.url.endsWith('.ts') ? 'ts' : 'js';
  const thread = new Worker(new URL(`./helperThread.${type}`, import.meta.url), {
    workerData: kind,
  });
  return {
    post: (message, transfer) => thread.postMessage(message, transfer as TransferListItem[]),
    listen: (onMessage, onDeath) => {
      thread.on('message', onMessage);
      thread.on('error', (error) => onDeath(String(error)));
    },
    end: () => {
      thread.terminate().catch(() => {});
    },
  };
}

/** Helpers of the reader as threads of Node; null where there is no second core for them. */
export function threadHelpers(cores = availableParallelism()): HelperKinds | null {
  if (cores < 2) return null;
  return {
    startRaster: () => startThread('raster'),
    startHash: () => startThread('hash'),
    rasters: Math.max(1, Math.min(MOST_RASTERS, cores - 2)),
  };
}
