import { afterEach, describe, expect, it, vi } from 'vitest';
import { endWorkers, inProcess } from '../../../tests/support/inProcessWorker';
import { LatestWish } from './latestWish';
import type { StartedWorker } from './workerLine';

/** What the worker was asked, and how each is let come to its end. */
const asked: { readonly wish: string; readonly finish: () => void }[] = [];
const service = {
  make(wish: string): Promise<string> {
    return new Promise((resolve) => {
      asked.push({ wish, finish: () => resolve(`made ${wish}`) });
    });
  },
};

const workers: StartedWorker[] = [];
afterEach(() => {
  endWorkers();
  asked.length = 0;
  workers.length = 0;
});

const KIND = inProcess('makes things', service, (worker) => workers.push(worker));

function wishes() {
  const answers: string[] = [];
  const troubles: string[] = [];
  const latest = new LatestWish<typeof service, string, string>(KIND, {
    ask: (one, wish) => one.make(wish),
    onAnswer: (wish, answer) => answers.push(`${wish}: ${answer}`),
    onTrouble: ({ message }) => troubles.push(message),
  });
  return { latest, answers, troubles };
}

const askedFor = (count: number): Promise<void> =>
  vi.waitFor(() => expect(asked).toHaveLength(count));

describe('the newest of several wishes', () => {
  it('is met after the one that is being met, and none in between is', async () => {
    const { latest, answers } = wishes();
    for (const wish of ['a', 'b', 'c', 'd']) latest.want(wish);
    await askedFor(1);
    asked[0].finish();
    await askedFor(2);
    asked[1].finish();
    await vi.waitFor(() => expect(answers).toEqual(['a: made a', 'd: made d']));
    expect(asked.map(({ wish }) => wish)).toEqual(['a', 'd']);
    latest.want('e');
    await askedFor(3);
    expect(workers).toHaveLength(1);
    latest.end();
  });

  it('is met by another worker when one died, and says so when no newer one waits', async () => {
    const { latest, answers, troubles } = wishes();
    latest.want('a');
    await askedFor(1);
    const crash = { message: 'out of memory', preventDefault: () => {} } as ErrorEvent;
    workers[0].onerror?.(crash);
    await vi.waitFor(() => expect(troubles).toHaveLength(1));
    expect(troubles[0]).toContain('makes things has stopped (out of memory)');
    latest.want('b');
    await askedFor(2);
    asked[1].finish();
    await vi.waitFor(() => expect(answers).toEqual(['b: made b']));
    expect(workers).toHaveLength(2);
    latest.end();
  });

  it('is not answered any more when it is over, and may begin again', async () => {
    const { latest, answers, troubles } = wishes();
    latest.want('a');
    await askedFor(1);
    latest.end();
    latest.want('b');
    await askedFor(2);
    asked[1].finish();
    await vi.waitFor(() => expect(answers).toEqual(['b: made b']));
    expect(troubles).toEqual([]);
    latest.end();
  });
});
