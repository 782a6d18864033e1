import { MessageChannel } from 'node:worker_threads';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
import { afterEach, describe, expect, it } from 'vitest';
import { refuse } from '@/core/findings';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { writePrint } from '../../../tests/support/printFiles';
import { PrintClient, WorkerClosedError } from './printClient';
import { createPrintService } from './printService';
import type { PrintService, ReadProgress } from './protocol';
import { offered } from '../line/offered';
import type { StartedWorker } from '../line/workerLine';

const file = new Blob([writePrint({ layers: 9 })]);

/** Workers of this process that can be made to die, one after another. */
function mortalWorkers(service: () => PrintService = createPrintService) {
  const started: { die: () => void; waiting: () => number }[] = [];
  const ports: { close: () => void }[] = [];
  const start = (): StartedWorker => {
    const { port1, port2 } = new MessageChannel();
    ports.push(port1, port2);
    expose(offered(service()), nodeEndpoint(port1));
    const endpoint = nodeEndpoint(port2);
    let listeners = 0;
    const worker: StartedWorker = {
      postMessage: endpoint.postMessage.bind(endpoint),
      addEventListener: (...given) => {
        listeners++;
        endpoint.addEventListener(...given);
      },
      removeEventListener: (...given) => {
        listeners--;
        endpoint.removeEventListener(...given);
      },
      start: endpoint.start,
      onerror: null,
      terminate: () => port1.close(),
    };
    started.push({
      die: () => {
        port1.close();
        worker.onerror?.({ message: 'out of memory', preventDefault: () => {} } as ErrorEvent);
      },
      waiting: () => listeners,
    });
    return worker;
  };
  return { start, started, close: () => ports.forEach((port) => port.close()) };
}

let workers: ReturnType<typeof mortalWorkers>;
afterEach(() => workers.close());

describe('a print in a worker', () => {
  it('is read and asked', async () => {
    workers = mortalWorkers();
    const client = new PrintClient(() => {}, workers.start);
    const read = await client.open(file, ORDINARY_PRINTER, () => {});
    expect(read.ok && read.value.reading.layers).toHaveLength(9);
    expect(await client.widths([1])).toHaveLength(1);
    client.close();
  });

  it('tells how far it is while it works', async () => {
    let heard = (): void => {};
    const hearing = new Promise<void>((resolve) => (heard = resolve));
    workers = mortalWorkers(() => ({
      ...createPrintService(),
      open: async (_file, _model, tell) => {
        tell({ phase: 'reading', bytes: 7, totalBytes: 9, layers: 1 });
        await hearing;
        return refuse('no-print', 'That was all.');
      },
    }));
    const client = new PrintClient(() => {}, workers.start);
    const progress: ReadProgress[] = [];
    const read = await client.open(file, ORDINARY_PRINTER, (one) => {
      progress.push(one);
      heard();
    });
    expect(read).toMatchObject({ refusal: { code: 'no-print' } });
    expect(progress).toEqual([{ phase: 'reading', bytes: 7, totalBytes: 9, layers: 1 }]);
    client.close();
  });

  it('goes on in another worker when its own dies, and says so', async () => {
    workers = mortalWorkers();
    const said: string[] = [];
    const client = new PrintClient((message) => said.push(message), workers.start);
    await client.open(file, ORDINARY_PRINTER, () => {});
    workers.started[0].die();
    expect(said).toEqual([expect.stringMatching(/stopped \(out of memory\)\. It was restarted/)]);
    expect((await client.times(ORDINARY_PRINTER))?.layers).toHaveLength(9);
    expect(workers.started).toHaveLength(2);
    client.close();
  });

  it('asks again what was asked when it died', async () => {
    let calls = 0;
    workers = mortalWorkers(() => ({
      ...createPrintService(),
      lines: () => {
        calls++;
        // The first worker never answers.
        return calls === 1 ? new Promise(() => {}) : Promise.resolve({ first: 1, text: 'G90' });
      },
    }));
    const client = new PrintClient(() => {}, workers.start);
    await client.open(file, ORDINARY_PRINTER, () => {});
    const lines = client.lines(1, 1);
    await expect.poll(() => calls).toBe(1);
    workers.started[0].die();
    expect(await lines).toEqual({ first: 1, text: 'G90' });
    client.close();
  });

  it('gives up on what kills every worker', async () => {
    let deaths = 0;
    workers = mortalWorkers(() => ({
      ...createPrintService(),
      elevation: () => {
        deaths++;
        queueMicrotask(() => workers.started.at(-1)?.die());
        return new Promise(() => {});
      },
    }));
    const client = new PrintClient(() => {}, workers.start);
    await expect(client.elevation()).rejects.toThrow(/has stopped/);
    expect(deaths).toBe(3);
    client.close();
  });

  it('rejects what waits when it is closed, and everything after', async () => {
    workers = mortalWorkers();
    const client = new PrintClient(() => {}, workers.start);
    const waiting = client.open(file, ORDINARY_PRINTER, () => {});
    client.close();
    await expect(waiting).rejects.toThrow(WorkerClosedError);
    await expect(client.elevation()).rejects.toThrow(WorkerClosedError);
  });

  it('gathers no listeners over many calls', async () => {
    workers = mortalWorkers();
    const client = new PrintClient(() => {}, workers.start);
    await client.open(file, ORDINARY_PRINTER, () => {});
    const before = workers.started[0].waiting();
    for (let i = 0; i < 50; i++) await client.open(file, ORDINARY_PRINTER, () => {});
    expect(workers.started[0].waiting()).toBe(before);
    client.close();
  });
});
