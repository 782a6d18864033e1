import { proxy, releaseProxy, wrap } from 'comlink';
import type { BundleService } from './bundleProtocol';

/** Runs something with a worker of its own, which ends with it. Rejects when the worker dies. */
export async function withBundleWorker<T>(run: (service: BundleService) => Promise<T>): Promise<T> {
  const worker = new Worker(new URL('./bundleWorker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<BundleService>(worker);
  const death = new Promise<never>((_resolve, reject) => {
    worker.onerror = (event) => {
      event.preventDefault();
      reject(new Error(`What saves and opens files has stopped (${event.message}). Try again.`));
    };
  });
  try {
    return await Promise.race([run(withFunctions(remote as unknown as Functions)), death]);
  } finally {
    remote[releaseProxy]();
    worker.terminate();
  }
}

type Functions = Readonly<Record<string, (...given: unknown[]) => unknown>>;

/** Lets functions be handed to the worker like all else: they are called here. */
function withFunctions(remote: Functions): BundleService {
  return new Proxy(remote, {
    get:
      (_target, name: string) =>
      (...given: unknown[]) =>
        remote[name](...given.map((one) => (typeof one === 'function' ? proxy(one) : one))),
  }) as unknown as BundleService;
}
