import { MessageChannel } from 'node:worker_threads';
import type { Run } from './scripts';

/** What a page and its workers have beside what JavaScript itself has, by name. */
export type Globals = Readonly<Record<string, unknown>>;

/** What stays open keeps a page for ever: ports and databases of a page and its workers are closed with it. */
export class Opened {
  private readonly open = new Set<{ close: () => void }>();

  close(): void {
    for (const port of this.open) port.close();
    this.open.clear();
  }

  keep<Port extends { close: () => void }>(port: Port): Port {
    this.open.add(port);
    return port;
  }

  /** The databases as a page opens them; none where the browser has none. */
  database(factory: IDBFactory | undefined): IDBFactory | undefined {
    if (!factory) return undefined;
    return Object.assign(Object.create(factory) as IDBFactory, {
      open: (name: string, version?: number) => {
        const opening = factory.open(name, version);
        opening.addEventListener('success', () => this.keep(opening.result));
        return opening;
      },
    });
  }

  /** What opens ports, as a page has it. */
  globals(): Globals {
    const ports = this;
    class PageChannel extends MessageChannel {
      constructor() {
        super();
        ports.keep(this.port1);
        ports.keep(this.port2);
      }
    }
    class PageBroadcast extends BroadcastChannel {
      constructor(name: string) {
        super(name);
        ports.keep(this);
      }
    }
    return { MessageChannel: PageChannel, BroadcastChannel: PageBroadcast };
  }
}

/** Workers of this process: each runs its script with globals of its own, and is spoken to by copies only. */
export class Workers {
  private readonly open = new Set<() => void>();

  constructor(
    private readonly scripts: Readonly<Record<string, Run>>,
    private readonly globals: () => Globals,
  ) {}

  /** Ends all workers, as leaving a page does. */
  end(): void {
    for (const close of [...this.open]) close();
  }

  /** `new Worker(address)`: the address ends with the name of the script. */
  start(address: URL | string, { name = '' }: { readonly name?: string } = {}): object {
    const script = /([^/]+)\.ts$/.exec(String(address))?.[1] ?? '';
    const { port1, port2 } = new MessageChannel();
    const close = (): void => {
      port1.close();
      this.open.delete(close);
    };
    this.open.add(close);
    const inside = port2 as unknown as MessagePort;
    const scope = {
      ...this.globals(),
      name,
      postMessage: (message: unknown, transfer?: never) => inside.postMessage(message, transfer),
      addEventListener: inside.addEventListener.bind(inside),
      removeEventListener: inside.removeEventListener.bind(inside),
      close,
    };
    Object.defineProperty(scope, 'onmessage', { set: (hear: never) => (inside.onmessage = hear) });
    this.scripts[script]({ ...scope, self: scope, globalThis: scope });
    port2.start();
    return Object.assign(port1, { terminate: close, onerror: null });
  }
}
