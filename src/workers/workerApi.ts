import type { PrintService, PrintWorkerApi } from './protocol';

/** A service as it is offered across the worker's boundary. */
export function workerApi(service: PrintService): PrintWorkerApi {
  /** Runs something that tells its progress, and closes the port at the end. */
  async function telling<T, P>(
    port: MessagePort,
    run: (onProgress: (progress: P) => void) => Promise<T>,
  ): Promise<T> {
    try {
      return await run((progress) => port.postMessage(progress));
    } finally {
      port.close();
    }
  }
  return {
    ...service,
    open: (file, model, port, files) =>
      telling(port, (tell) => service.open(file, model, tell, files)),
    openModel: (file, name, setup, printer, port) =>
      telling(port, (tell) => service.openModel(file, name, setup, printer, tell)),
    orders: (asked, port) => telling(port, (tell) => service.orders(asked, tell)),
    write: (request, port) => telling(port, (tell) => service.write(request, tell)),
  };
}
