import { proxy, releaseProxy, wrap } from 'comlink';
import type { BundleService } from './bundleProtocol';

/** Runs something with a worker of its own, which ends with it. Rejects when the worker dies. */
export async function withBundleWorker<T>(run: (service: BundleService) => Promise<T>): Promise<T> {
  const worker = new Worker(new URL('./bundleWorker.ts', import.meta.url), { type: 'module' });
  const service = wrap<BundleService>(worker);
  const death = new Promise<never>((_resolve, reject) => {
    worker.onerror = (event) => {
      event.preventDefault();
      reject(new Error(`What saves and opens files has stopped (${event.message}). Try again.`));
    };
  });
  try {
    // Its functions answer with promises as they are.
    return await Promise.race([run(service as unknown as BundleService), death]);
  } finally {
    service[releaseProxy]();
    worker.terminate();
  }
}

/** Lets a function of the page be called from the worker. */
export const callable = proxy;
