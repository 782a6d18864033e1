import { someNavigator } from '../someNavigator';
import type { HelperKinds, HelperPort } from './helper';

/** More rasters than these gain nothing: the reader itself is then what is waited for. */
const MOST_RASTERS = 4;

function portOf(worker: Worker): HelperPort {
  return {
    post: (message, transfer) => worker.postMessage(message, [...transfer]),
    listen: (onMessage, onDeath) => {
      worker.onmessage = ({ data }: MessageEvent) => onMessage(data);
      worker.onerror = (event) => {
        event.preventDefault();
        onDeath(event.message);
      };
    },
    end: () => worker.terminate(),
  };
}

/** Helpers as workers of the browser; null where there is no second core for them. */
export function browserHelpers(): HelperKinds | null {
  const cores = someNavigator().hardwareConcurrency ?? 1;
  if (cores < 2 || typeof Worker === 'undefined') return null;
  return {
    startRaster: () =>
      portOf(new Worker(new URL('./rasterWorker.ts', import.meta.url), { type: 'module' })),
    startHash: () =>
      portOf(new Worker(new URL('./hashWorker.ts', import.meta.url), { type: 'module' })),
    // One core is the reader's, one the page's and the hash's.
    rasters: Math.max(1, Math.min(MOST_RASTERS, cores - 2)),
  };
}
