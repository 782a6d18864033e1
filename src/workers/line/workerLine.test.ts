import { afterEach, describe, expect, it } from 'vitest';
import { endWorkers, inProcess } from '../../../tests/support/inProcessWorker';
import { withWorker, type StartedWorker, type WorkerKind } from './workerLine';

type Tell = (words: string) => Promise<number>;

/** The function that the service was handed last. */
let kept: Tell | null = null;
const service = {
  async counts(tell: Tell): Promise<number> {
    kept = tell;
    return (await tell('one')) + (await tell('two'));
  },
  /** Its answer overtakes most of what it tells. */
  async floods(tell: Tell): Promise<void> {
    for (let i = 0; i < 500; i++) tell(String(i)).catch(() => {});
  },
  never: (): Promise<never> => new Promise(() => {}),
};

afterEach(endWorkers);

/** A worker of this process; `started` hears of it. */
const kind = (started?: (worker: StartedWorker) => void): WorkerKind =>
  inProcess('counts', service, started);

describe('a worker that is asked', () => {
  it('calls functions that it is handed, and lets go of them when the call ends', async () => {
    const heard: string[] = [];
    const tell = (words: string): Promise<number> => Promise.resolve(heard.push(words));
    expect(await withWorker(kind(), (one: typeof service) => one.counts(tell))).toBe(3);
    expect(heard).toEqual(['one', 'two']);
    expect(() => kept?.('three')).toThrow(/released/i);
  });

  it('hears nothing of a call any more that was answered', async () => {
    let isAnswered = false;
    let late = 0;
    const tell = (): Promise<number> => Promise.resolve(isAnswered ? ++late : 0);
    await withWorker(kind(), async (one: typeof service) => {
      await one.floods(tell);
      isAnswered = true;
      // What was on the way has arrived when another call is answered.
      for (let i = 0; i < 20; i++) await one.counts(() => Promise.resolve(i));
    });
    expect(late).toBe(0);
  });

  it('says in words what has stopped when it dies', async () => {
    const dying = kind((worker) =>
      queueMicrotask(() =>
        worker.onerror?.({ message: 'out of memory', preventDefault: () => {} } as ErrorEvent),
      ),
    );
    await expect(withWorker(dying, (one: typeof service) => one.never())).rejects.toThrow(
      'The part of Lamella that counts has stopped (out of memory).',
    );
  });
});
