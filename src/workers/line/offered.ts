import { releaseProxy } from 'comlink';

type Method = (...given: unknown[]) => unknown;

/**
 * A service as it is offered across the worker's boundary. A function that comes from the other side is released at
 * the end of the call that it was handed to: it may not be kept.
 */
export function offered<Service extends object>(service: Service): Service {
  return new Proxy(service, {
    get: (target, name) => {
      const method: unknown = Reflect.get(target, name);
      if (typeof method !== 'function') return method;
      return async (...given: unknown[]): Promise<unknown> => {
        try {
          return await (method as Method).apply(target, given);
        } finally {
          given.forEach(letGo);
        }
      };
    },
  });
}

function letGo(given: unknown): void {
  if (typeof given !== 'function') return;
  (given as { readonly [releaseProxy]?: () => void })[releaseProxy]?.();
}
