import { readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Window } from 'happy-dom';
import { newProfile, type Profile } from './profile';
import { runs } from './scripts';
import { BRITISH, listOf, namesOf, observerOf, OF_NODE, SIDES, styleOf } from './surroundings';
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
 * Each page is loaded from the start, with nothing kept but what the profile stores.
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
  private readonly begun = Date.now();

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
    const globals = this.pageGlobals();
    runs.seed(globals);
    return (globals.globalThis as { seedLamella: never }).seedLamella;
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
    const clock = (): number => Date.now() - this.begun + this.begins;
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
      // Asked by the lines that `npm run mutate` breaks.
      lamellaMutant: (globalThis as { lamellaMutant?: unknown }).lamellaMutant,
      ...OF_NODE,
      ...this.opened.globals(),
    };
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
