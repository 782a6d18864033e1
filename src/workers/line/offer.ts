import { someNavigator } from '../someNavigator';
import { expose } from 'comlink';
import { offered } from './offered';

/** Offers a service from this worker to the page that has started it: see `WorkerLine`. */
export function offer(service: object): void {
  // The lock is released when this worker ends, however it ends: the page waits for it.
  const held = someNavigator().locks?.request(self.name, () => {
    self.postMessage(null);
    return new Promise<never>(() => {});
  });
  held?.catch(() => {
    // Without the lock, the page hears of the worker's end by its error only.
  });
  expose(offered(service));
}
