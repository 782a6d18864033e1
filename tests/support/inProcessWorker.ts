import { MessageChannel } from 'node:worker_threads';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
import { offered } from '../../src/workers/line/offered';
import type { StartedWorker, WorkerKind } from '../../src/workers/line/workerLine';

const ports: { close: () => void }[] = [];

/** Closes all that was started; a test file does it after each test. */
export const endWorkers = (): void => ports.splice(0).forEach((port) => port.close());

/** A worker of this process that offers a service; `started` hears of it. */
export function inProcess(
  does: string,
  service: object,
  started: (worker: StartedWorker) => void = () => {},
): WorkerKind {
  return {
    does,
    start: () => {
      const { port1, port2 } = new MessageChannel();
      ports.push(port1, port2);
      expose(offered(service), nodeEndpoint(port1));
      const worker: StartedWorker = {
        ...nodeEndpoint(port2),
        onerror: null,
        terminate: () => port1.close(),
      };
      started(worker);
      return worker;
    },
  };
}
