import { readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Window } from 'happy-dom';
import { newProfile, type Profile } from './profile';
import { runs } from './scripts';
import { Opened, Workers, type Globals } from './worker';

const PUBLIC = fileURLToPath(new URL('../../../public', import.meta.url));
const ORIGIN = 'http://lamella.test';
/** When the clock of every page begins, unless a test says otherwise: a Thursday. */
const CLOCK = Date.parse('2026-04-02T10:00:00Z');
/** The room that everything has that is measured, px: nothing is laid out here. */
const ROOM = { width: 1280, height: 600 };
/** The same of one row of a list. */
const ROW = { width: 1280, height: 24 };

/** A file that a page has saved. */
export interface Saved {
  readonly name: string;
  readonly blob: Blob;
}

/**
 * The whole application in a document without a browser: everything works but what has to be laid out or drawn.
 * Each page is loaded anew, with nothing kept but what the profile stores.
 */
export class RenderedPage {
  window = new Window({ url: ORIGIN });
  /** Errors of the console and of the page; tests end by asserting that it is empty. */
  readonly complaints: string[] = [];
  readonly saved: Saved[] = [];
  private readonly blobs = new Map<string, Blob>();
  private readonly opened = new Opened();
  private workers: Workers | null = null;
  private chosen: readonly File[] | null = null;
  /** When the page's clock begins, ms since 1970. */
  begins = CLOCK;

  constructor(readonly profile: Profile = newProfile()) {}

  get document(): Document {
    return this.window.document as unknown as Document;
  }

  /** Leaves the page, and loads the one at an address. */
  async goto(path: string): Promise<void> {
    await this.close();
    this.window = new Window({ url: ORIGIN + path, width: 1280, height: 800 });
    const globals = this.pageGlobals();
    const { location } = this.window;
    const again = (): Promise<void> => this.goto(location.pathname + location.search);
    Object.defineProperty(location, 'reload', { value: again });
    runs.app(globals);
  }

  /** Leaves the page. What it has begun to write is written. */
  async close(): Promise<void> {
    const { window } = this;
    window.dispatchEvent(new window.Event('pagehide'));
    this.workers?.end();
    this.opened.close();
    // Its timers are gone at once; what it answers is waited for by nobody.
    window.happyDOM.abort().catch(() => {});
    window.close();
  }

  /** Runs the script that seeds the database, and answers what it offers. */
  seeder(): (jobs: unknown, files: unknown) => Promise<void> {
    const scope = this.pageGlobals().globalThis as { seedLamella?: never };
    runs.seed({ ...this.pageGlobals(), globalThis: scope });
    return scope.seedLamella!;
  }

  /** Gives files to the dialog that the next press opens. */
  choose(paths: readonly string[]): void {
    this.chosen = paths.map((path) => new File([readFileSync(path)], basename(path)));
  }

  private pageGlobals(): Globals {
    const { window, profile } = this;
    const scope = window as unknown as Record<string, unknown>;
    const shared = this.sharedGlobals();
    this.workers = new Workers(runs.workers, () => shared);
    const { workers } = this;
    const own = {
      ...shared,
      Worker: function (address: URL, options: { name?: string }) {
        return workers.start(address, options);
      },
      localStorage: profile.localStorage,
      sessionStorage: profile.sessionStorage,
      ResizeObserver: observerOf((target) => ({ target, contentRect: ROOM })),
      IntersectionObserver: observerOf((target) => ({ target, isIntersecting: true })),
      console: this.console(),
      reportError: (error: unknown) => this.complaints.push(String(error)),
    };
    for (const [name, value] of Object.entries(own)) {
      Object.defineProperty(scope, name, { value, configurable: true, writable: true });
    }
    this.measure();
    return { ...namesOf(window), ...own, window: scope, self: scope, globalThis: scope };
  }

  /** What a page and its workers have alike. */
  private sharedGlobals(): Globals {
    const { profile, blobs } = this;
    const clock = (): number => Date.now() + this.offset();
    class PageDate extends Date {
      constructor(...given: [] | [number]) {
        super(...((given.length === 0 ? [clock()] : given) as [number]));
      }
      static override now(): number {
        return clock();
      }
    }
    class PageUrl extends URL {
      static override createObjectURL(blob: Blob): string {
        const address = URL.createObjectURL(blob as never);
        blobs.set(address, blob);
        return address;
      }
    }
    return {
      indexedDB: this.opened.database(profile.indexedDB),
      navigator: {
        locks: profile.locks,
        storage: { estimate: async () => profile.room, persisted: async () => true },
        language: 'en-GB',
        onLine: true,
        hardwareConcurrency: 1,
        userAgent: 'rendered',
        platform: 'Linux',
      },
      Date: PageDate,
      Intl: BRITISH,
      URL: PageUrl,
      fetch: (address: string) => this.answer(String(address)),
      ...OF_NODE,
      ...this.opened.globals(),
    };
  }

  private begun = Date.now();

  private offset(): number {
    return this.begins - this.begun;
  }

  private async answer(address: string): Promise<Response> {
    const kept = this.blobs.get(address);
    if (kept) return new Response(kept);
    const path = address.replace(ORIGIN, '');
    try {
      return new Response(new Blob([readFileSync(join(PUBLIC, path))]));
    } catch {
      return new Response('', { status: 404 });
    }
  }

  private console(): Console {
    const complain = (...given: unknown[]): void => {
      this.complaints.push(given.map(String).join(' '));
    };
    return { ...console, error: complain };
  }

  /** Gives all that is measured some room, and lets dialogs for files answer what was chosen. */
  private measure(): void {
    const { HTMLElement, HTMLInputElement, HTMLAnchorElement, Element } = this.window;
    const sizeOf = (one: Element): { width: number; height: number } =>
      one.hasAttribute('data-index') ? ROW : ROOM;
    for (const [name, side] of SIDES) {
      Object.defineProperty(HTMLElement.prototype, name, {
        configurable: true,
        get(this: Element) {
          return sizeOf(this)[side];
        },
      });
    }
    const { DOMRect } = this.window;
    Element.prototype.getBoundingClientRect = function (this: typeof Element.prototype) {
      const { width, height } = sizeOf(this as unknown as Element);
      return new DOMRect(0, 0, width, height);
    };
    Object.assign(this.window, { getComputedStyle: styleOf });
    const press = HTMLInputElement.prototype.click;
    const giveFiles = (field: HTMLInputElement): void => this.giveFiles(field);
    HTMLInputElement.prototype.click = function (this: typeof HTMLInputElement.prototype) {
      if (this.type === 'file') giveFiles(this as unknown as HTMLInputElement);
      else press.call(this);
    };
    const { blobs, saved } = this;
    HTMLAnchorElement.prototype.click = function (this: typeof HTMLAnchorElement.prototype) {
      const blob = blobs.get(this.href);
      if (blob) saved.push({ name: this.download, blob });
    };
  }

  private giveFiles(field: HTMLInputElement): void {
    const files = this.chosen ?? [];
    this.chosen = null;
    Object.defineProperty(field, 'files', { configurable: true, value: listOf(files) });
    field.dispatchEvent(new this.window.Event('change', { bubbles: true }) as unknown as Event);
  }
}

/** Clocks and dates are written as in Great Britain. */
const BRITISH = Object.create(Intl, {
  DateTimeFormat: {
    value: class extends Intl.DateTimeFormat {
      constructor(locale?: string, options?: Intl.DateTimeFormatOptions) {
        super(locale ?? 'en-GB', options);
      }
    },
  },
}) as typeof Intl;

const SIDES = [
  ['offsetWidth', 'width'],
  ['clientWidth', 'width'],
  ['scrollWidth', 'width'],
  ['offsetHeight', 'height'],
  ['clientHeight', 'height'],
  ['scrollHeight', 'height'],
] as const;

/** An element's style as far as it is its own: no sheet of styles is read here, and what it lays out lies apart. */
function styleOf(element: HTMLElement): object {
  const { style } = element;
  const display = style.display || 'block';
  const known: Readonly<Record<string, string>> = { display, visibility: 'visible' };
  const getPropertyValue = (name: string): string => known[name] ?? style.getPropertyValue(name);
  return new Proxy(style, {
    get: (_target, name) => {
      if (name === 'getPropertyValue') return getPropertyValue;
      return known[String(name)] ?? Reflect.get(style, name);
    },
  });
}

/** Node's own are whole, and can be stored and handed to workers. */
const OF_NODE = {
  Blob,
  File,
  Response,
  Request,
  Headers,
  FormData,
  TextEncoder,
  TextDecoder,
  MessagePort,
  crypto,
  structuredClone,
  CompressionStream,
  DecompressionStream,
  ReadableStream,
  AbortController,
  AbortSignal,
  DOMException,
  atob,
  btoa,
};

/** A list of files as a field has it. */
function listOf(files: readonly File[]): object {
  return Object.assign([...files], { item: (at: number) => files[at] ?? null });
}

/** An observer that sees everything once, as it is. */
function observerOf(seen: (target: Element) => object): new (...given: never[]) => object {
  return class {
    constructor(private readonly hear: (entries: readonly object[]) => void) {}
    observe(target: Element): void {
      queueMicrotask(() => this.hear([seen(target)]));
    }
    unobserve(): void {}
    disconnect(): void {}
  };
}

/** All that a window offers by name, beside JavaScript itself. */
function namesOf(window: Window): Record<string, unknown> {
  const found: Record<string, unknown> = {};
  const OF_LANGUAGE = new Set(
    Object.getOwnPropertyNames(globalThis).filter((name) => !(name in window)),
  );
  for (
    let one: object = window;
    one && one !== Object.prototype;
    one = Object.getPrototypeOf(one) as object
  ) {
    for (const name of Object.getOwnPropertyNames(one)) {
      if (
        name in found ||
        OF_LANGUAGE.has(name) ||
        !/^[A-Za-z_$][\w$]*$/.test(name) ||
        INTRINSIC.has(name)
      )
        continue;
      const value: unknown = (window as unknown as Record<string, unknown>)[name];
      found[name] =
        typeof value === 'function' && !/^[A-Z]/.test(name) ? value.bind(window) : value;
    }
  }
  return found;
}

const INTRINSIC = new Set([
  ...[
    'Object',
    'Array',
    'Function',
    'Number',
    'String',
    'Boolean',
    'Symbol',
    'Promise',
    'Map',
    'Set',
  ],
  ...[
    'WeakMap',
    'WeakSet',
    'WeakRef',
    'Error',
    'TypeError',
    'RangeError',
    'SyntaxError',
    'EvalError',
  ],
  ...[
    'ReferenceError',
    'URIError',
    'AggregateError',
    'RegExp',
    'Math',
    'JSON',
    'Intl',
    'Reflect',
    'Proxy',
  ],
  ...[
    'BigInt',
    'ArrayBuffer',
    'SharedArrayBuffer',
    'DataView',
    'Int8Array',
    'Uint8Array',
    'Int16Array',
  ],
  ...[
    'Uint8ClampedArray',
    'Uint16Array',
    'Int32Array',
    'Uint32Array',
    'Float32Array',
    'Float64Array',
  ],
  ...[
    'BigInt64Array',
    'BigUint64Array',
    'Atomics',
    'WebAssembly',
    'NaN',
    'Infinity',
    'undefined',
    'eval',
  ],
  ...[
    'parseInt',
    'parseFloat',
    'isNaN',
    'isFinite',
    'decodeURI',
    'decodeURIComponent',
    'encodeURI',
  ],
  ...[
    'encodeURIComponent',
    'escape',
    'unescape',
    'constructor',
    'Date',
    'FinalizationRegistry',
    'arguments',
  ],
]);
