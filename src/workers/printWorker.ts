import { expose } from 'comlink';
import { browserSides } from './browserSides';
import { createPrintService } from './printService';
import { workerApi } from './workerApi';

// The lock is let go when this worker ends, however it ends: the page waits for it.
const held = navigator.locks?.request(self.name, () => {
  self.postMessage(null);
  return new Promise<never>(() => {});
});
held?.catch(() => {
  // Without the lock, the page hears of the worker's end by its error only.
});

expose(workerApi(createPrintService(browserSides())));
