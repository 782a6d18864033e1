import { readFileSync } from 'node:fs';
import { createContext, runInContext } from 'node:vm';
import { describe, expect, it, vi } from 'vitest';

type Listener = (event: object) => void;

/** The service worker in a world of its own, with some pages open. */
function worker(open: readonly string[]) {
  const listeners = new Map<string, Listener>();
  const clients = open.map((path) => ({ url: `https://lamella.test${path}`, focus: vi.fn() }));
  const openWindow = vi.fn();
  const self = {
    addEventListener: (kind: string, listener: Listener) => listeners.set(kind, listener),
    clients: { matchAll: async () => clients, openWindow },
  };
  const source = readFileSync(new URL('./serviceWorker.js', import.meta.url), 'utf8');
  runInContext(source, createContext({ self, URL, VERSION: 'x' }));
  const press = async (data: unknown) => {
    const close = vi.fn();
    let done: unknown;
    listeners.get('notificationclick')!({
      notification: { data, close },
      waitUntil: (one: unknown) => (done = one),
    });
    await done;
    expect(close).toHaveBeenCalledOnce();
    return { focused: clients.map(({ focus }) => focus.mock.calls.length), openWindow };
  };
  return press;
}

describe('a notice that is pressed', () => {
  const RUN = '/jobs/a/attend?run=r';

  it('brings the page to the front that showed it', async () => {
    const { focused, openWindow } = await worker(['/', '/jobs/b/attend', `${RUN}#step`])({
      page: RUN,
    });
    expect(focused).toEqual([0, 0, 1]);
    expect(openWindow).not.toHaveBeenCalled();
  });

  it('opens it again where it was closed, and the Bench where nothing is known', async () => {
    const { focused, openWindow } = await worker(['/jobs/b/attend'])({ page: RUN });
    expect(focused).toEqual([0]);
    expect(openWindow).toHaveBeenCalledWith(RUN);
    expect((await worker([])(undefined)).openWindow).toHaveBeenCalledWith('/');
  });
});
