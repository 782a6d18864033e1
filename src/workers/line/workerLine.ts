import { someNavigator } from '../someNavigator';
import { proxy, wrap, type Endpoint, type Remote } from 'comlink';
import { newId } from '../ids';

/** Thrown into waiting calls when the worker died by itself. */
export class WorkerDiedError extends Error {}

/** Starts a worker that holds the lock of this name while it lives, and says so when it has it: see `offer`. */
export type StartWorker = (name: string) => StartedWorker;

/** As much of a worker as is needed here. */
export interface StartedWorker extends Endpoint {
  onerror: ((event: ErrorEvent) => unknown) | null;
  terminate: () => void;
}

/** A worker of the browser, and what it does: `The part of Lamella that … has stopped.` */
export interface WorkerKind {
  readonly does: string;
  readonly start: StartWorker;
}

/**
 * The line to one worker for as long as it lives: its service is called as any other, functions can be handed to it,
 * and each call that waits is known, so that it is rejected when the worker dies and forgotten when it is answered.
 */
export class WorkerLine<Service extends object> {
  private readonly worker: StartedWorker;
  private readonly remote: Service;
  private readonly waiting = new Set<(reason: Error) => void>();
  private ended: Error | null = null;
  /** What has to be done before anything else. */
  private ready: Promise<void> = Promise.resolve();

  constructor(
    private readonly kind: WorkerKind,
    private readonly onDeath: (why: string) => void,
  ) {
    const name = `lamella-worker-${newId()}`;
    this.worker = kind.start(name);
    this.remote = withFunctions(wrap<Service>(this.worker));
    this.worker.onerror = (event) => {
      event.preventDefault();
      this.die(event.message);
    };
    const hear = ({ data }: { data?: unknown }): void => {
      if (data !== null) return;
      this.worker.removeEventListener('message', listener);
      this.watch(name);
    };
    const listener = hear as EventListener;
    this.worker.addEventListener('message', listener);
  }

  /** Does something before all that is asked from now on. */
  first(run: (remote: Service) => Promise<void>): void {
    this.ready = this.call(run);
    // Whoever asks hears of it.
    this.ready.catch(() => {});
  }

  async ask<T>(question: (remote: Service) => PromiseLike<T>): Promise<T> {
    await this.ready;
    return this.call(question);
  }

  /** Ends the worker and rejects all that waits. */
  end(reason: Error): void {
    if (this.ended) return;
    this.ended = reason;
    this.worker.terminate();
    for (const reject of this.waiting) reject(reason);
    this.waiting.clear();
  }

  private call<T>(question: (remote: Service) => PromiseLike<T>): Promise<T> {
    const { ended, waiting } = this;
    if (ended) return Promise.reject(ended);
    return new Promise<T>((resolve, reject) => {
      waiting.add(reject);
      const settle = (): void => {
        waiting.delete(reject);
      };
      question(this.remote).then(
        (value) => {
          settle();
          resolve(value);
        },
        (error: unknown) => {
          settle();
          reject(error instanceof Error ? error : new Error(String(error)));
        },
      );
    });
  }

  /** Waits for the lock that the worker holds: it is free when the worker is gone. */
  private watch(name: string): void {
    // A page from an address without https has no locks: a worker that dies in silence is then not noticed.
    someNavigator()
      .locks?.request(name, () => this.die(''))
      .catch(() => {
        // The page is going away.
      });
  }

  private die(message: string): void {
    if (this.ended) return;
    const why = `The part of Lamella that ${this.kind.does} has stopped${message ? ` (${message})` : ''}.`;
    this.end(new WorkerDiedError(why));
    this.onDeath(why);
  }
}

/** Runs something with a worker of its own, which ends with it. Rejects when the worker dies. */
export async function withWorker<Service extends object, T>(
  kind: WorkerKind,
  run: (service: Service) => PromiseLike<T>,
): Promise<T> {
  const line = new WorkerLine<Service>(kind, () => {});
  try {
    return await line.ask(run);
  } finally {
    line.end(new Error('Its work is done.'));
  }
}

type Method = (...given: unknown[]) => unknown;

/**
 * Lets functions be handed to the worker like all else: they are called here, until the call that they were handed
 * to is answered. They come by lines of their own, so that the last of them may arrive after the answer.
 */
function withFunctions<Service extends object>(remote: Remote<Service>): Service {
  const functions = remote as unknown as Readonly<Record<string, Method>>;
  return new Proxy(functions, {
    get:
      (_target, name: string) =>
      async (...given: unknown[]) => {
        const call = { isOver: false };
        const heard = (one: Method): Method =>
          proxy((...told: unknown[]) => (call.isOver ? undefined : one(...told)));
        try {
          return await functions[name](
            ...given.map((one) => (typeof one === 'function' ? heard(one as Method) : one)),
          );
        } finally {
          call.isOver = true;
        }
      },
  }) as unknown as Service;
}
