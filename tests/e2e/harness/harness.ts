import { mkdtempSync, readFileSync, renameSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer, {
  type Browser,
  type Dialog,
  type ElementHandle,
  type FileChooser,
  type HTTPRequest,
  type Page,
  type Viewport,
} from 'puppeteer-core';
import { afterAll, afterEach, beforeAll } from 'vitest';
import { startBrowser } from './app';
import { clearDesk, emptyStored, deskOf, noteScripts, sessionOf, takePage } from './desk';
import { watchMutants } from './mutants';
import { demoId, seedJobs } from './seed';

export { ROOT } from './app';

/** Longest wait for what a page is to say, ms. No test waits for time to pass. */
const PATIENCE = 30_000;
/**
 * How often a page is asked whether it says what is waited for, ms. Asking at every frame, as is usual, lays
 * the page out at every frame, and takes a core away from what is waited for.
 */
const POLLING = { polling: 100 };
/** When the clock of every page begins, unless a test or `E2E_CLOCK` says otherwise: a Thursday. */
const CLOCK = process.env.E2E_CLOCK ?? '2026-04-02T10:00:00Z';

/** The application and a browser, shared by all tests of a run. */
export interface TestBed {
  app: { readonly url: string };
  browser: Browser;
}

/** The browser of a worker's tests, connected once for all its files. */
let shared: Promise<Browser> | null = null;

/**
 * Connects to the run's server and browser; the fields are set from then on.
 * @param needsWebGl for what is drawn on the sheet, in a browser of its own; all else is quicker without.
 */
export function testBed({ needsWebGl = false } = {}): TestBed {
  const bed = {} as TestBed;
  beforeAll(async () => {
    const { E2E_URL, E2E_PLAIN } = process.env;
    if (!E2E_URL || !E2E_PLAIN) throw new Error('Run these tests with npm run e2e.');
    bed.app = { url: E2E_URL };
    shared ??= puppeteer.connect({ browserWSEndpoint: E2E_PLAIN, protocolTimeout: 60_000 });
    bed.browser = needsWebGl ? await startBrowser({ webGl: true }) : await shared;
  });
  afterEach(async () => {
    await clearDesk(await deskOf(bed.browser), bed.app.url);
  });
  afterAll(async () => {
    if (needsWebGl) await bed.browser.close();
  });
  return bed;
}

/** Everything that a page complained about; tests end by asserting that it is empty. */
export type Complaints = string[];

export interface PageOptions {
  readonly viewport?: Viewport;
  /** True to meet the tour as on a first visit; it is taken as seen otherwise. */
  readonly isFirstVisit?: boolean;
  /** True to let the page install its service worker. */
  readonly offline?: boolean;
  /** True for a page that no other test gets, as one that is to break. */
  readonly isOwn?: boolean;
  /** How the browser writes clocks and dates. */
  readonly locale?: string;
  /** When the page's clock begins. */
  readonly clock?: string;
}

/** A page with nothing stored that writes down every console error, page error and failed request. */
export async function openPage(
  browser: Browser,
  options: PageOptions = {},
): Promise<{ page: Page; complaints: Complaints }> {
  const desk = await deskOf(browser);
  const page = options.isOwn ? await desk.context.newPage() : await takePage(desk);
  noteScripts(page);
  await emptyStored(desk, page, process.env.E2E_URL ?? '');
  return { page, complaints: await prepare(page, options) };
}

/** Sets a page up as tests want it: size, clock, files handed over, and complaints written down. */
export async function prepare(
  page: Page,
  {
    viewport = { width: 1280, height: 800 },
    isFirstVisit = false,
    offline = false,
    locale = 'en-GB',
    clock = CLOCK,
  }: PageOptions = {},
): Promise<Complaints> {
  await page.setViewport(viewport);
  await page.emulateTimezone('Etc/UTC');
  await page.evaluateOnNewDocument(clockScript(Date.parse(clock)));
  await watchMutants(page);
  if (!isFirstVisit) {
    await page.evaluateOnNewDocument(() => {
      localStorage.setItem('lamella-tour-seen', '1');
      const asked = localStorage.getItem('lamella-own-printer');
      localStorage.setItem(
        'lamella-own-printer',
        asked ?? JSON.stringify({ isAsked: true, printerId: null }),
      );
    });
  }
  if (!offline) {
    // Every context would fetch the whole application again.
    await page.evaluateOnNewDocument(() =>
      Object.defineProperty(navigator, 'serviceWorker', { value: undefined }),
    );
  }
  // The file dialog is never shown: tests hand files to the field behind it.
  const session = await sessionOf(page);
  await session.send('Page.setInterceptFileChooserDialog', { enabled: true });
  await session.send('Emulation.setLocaleOverride', { locale });
  page.setDefaultTimeout(PATIENCE);
  leaveWhenSaved(page);
  const complaints: Complaints = [];
  page.on('console', (message) => {
    if (message.type() !== 'error') return;
    complaints.push(`console: ${message.text()} ${message.location().url ?? ''}`);
  });
  page.on('pageerror', (error) => {
    complaints.push(`page: ${error instanceof Error ? error.message : String(error)}`);
  });
  page.on('response', (response) => {
    if (response.status() >= 400) complaints.push(`${response.status()}: ${response.url()}`);
  });
  return complaints;
}

const leaving = new WeakSet<Page>();

/**
 * Lets a page be left only when nothing is on its way to the disk, as a person does who looks whether it says
 * Saved. A write may begin in the moment between looking and leaving: the browser asks then, the person stays,
 * and leaves once it is stored.
 */
function leaveWhenSaved(page: Page): void {
  if (leaving.has(page)) return;
  leaving.add(page);
  const settled = (): Promise<void> =>
    until(page, () => document.querySelector('[data-saving="saving"]') === null);
  const leave = async <T>(go: () => Promise<T>): Promise<T> => {
    for (;;) {
      await settled();
      let stay: (dialog: Dialog) => void = () => undefined;
      const stayed = new Promise<{ dismissed: Promise<void> }>((resolve) => {
        stay = (dialog) => resolve({ dismissed: dialog.dismiss() });
      });
      page.on('dialog', stay);
      const left = go().then((answer) => ({ answer }));
      // What is given up may still be waited for, and complains after its time.
      left.catch(() => undefined);
      const outcome = await Promise.race([left, stayed]).finally(() => page.off('dialog', stay));
      if ('answer' in outcome) return outcome.answer;
      await outcome.dismissed;
    }
  };
  const goto = page.goto.bind(page);
  page.goto = (...given) => leave(() => goto(...given));
  const reload = page.reload.bind(page);
  page.reload = (...given) => leave(() => reload(...given));
}

/**
 * Lets a page's clock begin at a moment, and go on from there; `skipClock(ms)` puts it forward, over a reload too.
 * As text: nothing of this file is there.
 */
const clockScript = (begins: number): string => `{
  const Real = Date;
  let offset = ${begins} - Real.now() + Number(sessionStorage.getItem('skipped') ?? 0);
  let passed = 0;
  // The clock on the wall is set by somebody, and no time passes.
  globalThis.setClock = (ms) => {
    offset += ms;
    sessionStorage.setItem('skipped', Number(sessionStorage.getItem('skipped') ?? 0) + ms);
  };
  // Time passes, by the clock on the wall and by the one that nobody can set.
  globalThis.skipClock = (ms) => {
    setClock(ms);
    passed += ms;
  };
  const monotonic = performance.now.bind(performance);
  performance.now = () => monotonic() + passed;
  globalThis.Date = class Date extends Real {
    constructor(...given) {
      if (given.length === 0) super(Real.now() + offset);
      else super(...given);
    }
    static now() {
      return Real.now() + offset;
    }
  };
}`;

/** An element that may not be there yet. */
export interface Sought {
  /** Waits until it is there. */
  readonly wait: () => Promise<ElementHandle>;
  /** Waits until it is there, at rest and enabled, and presses it. */
  readonly click: () => Promise<void>;
}

/**
 * The element with a role and a name, as assistive technology sees it. Puppeteer's own locators ask the
 * whole tree for it at every frame, which takes a core away from what is waited for.
 */
export function byRole(page: Page, role: string, name: string): Sought {
  const selector = `::-p-aria([name="${name}"][role="${role}"])`;
  const wait = (): Promise<ElementHandle> =>
    soon(`There is no ${role} “${name}”`, () => page.$(selector));
  const click = (): Promise<void> =>
    soon(`The ${role} “${name}” cannot be pressed`, async () => {
      const handle = await wait();
      const isReady = await handle.evaluate(isAtRest);
      if (!isReady) return null;
      try {
        const pressed = await handle.evaluateHandle(notePress);
        await handle.click();
        // What came in its place has been pressed otherwise.
        return await pressed.evaluate(({ reached }) => reached || null).catch(() => true);
      } catch {
        // It went away, or was covered, between the two.
        return null;
      }
    }).then(() => undefined);
  return { wait, click };
}

/** Chooses an entry of a list, as a person does: opens the field and presses the entry. */
export async function choose(page: Page, field: string, entry: string): Promise<void> {
  await byRole(page, 'combobox', field).click();
  await byRole(page, 'option', entry).click();
  // The list has taken the page's focus, and gives it back a moment after it is gone: what is typed before would be lost.
  await until(
    page,
    (label) => {
      if (document.querySelector('[role="listbox"]') !== null) return false;
      const given = document.activeElement?.getAttribute('role') === 'combobox';
      return given || document.querySelector(`[role="combobox"][aria-label="${label}"]`) === null;
    },
    field,
  );
}

/** Asks again and again, with a breath between, until there is an answer. */
export async function soon<T>(complaint: string, ask: () => Promise<T | null>): Promise<T> {
  const ends = performance.now() + PATIENCE;
  while (performance.now() < ends) {
    const answer = await ask();
    if (answer !== null) return answer;
    await new Promise((resolve) => setTimeout(resolve, POLLING.polling));
  }
  throw new Error(complaint);
}

/** Runs in a page: notes whether the next press reaches an element. */
function notePress(element: Element): { reached: boolean } {
  const press = { reached: false };
  element.addEventListener('pointerdown', () => (press.reached = true), {
    once: true,
    capture: true,
  });
  return press;
}

/** Runs in a page: whether an element is enabled and stands still, scrolled to where it can be seen. */
async function isAtRest(element: Element): Promise<boolean> {
  if (!element.isConnected || (element as HTMLButtonElement).disabled) return false;
  element.scrollIntoView({ block: 'nearest', inline: 'nearest', behavior: 'instant' });
  const before = element.getBoundingClientRect();
  await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
  const now = element.getBoundingClientRect();
  return element.isConnected && before.x === now.x && before.y === now.y && now.width > 0;
}

/**
 * Notes what a page asks for from now on. Returns what waits until all of it has come: the page's own count goes
 * on from test to test, with what an earlier one has broken off.
 */
export function noteRequests(page: Page): () => Promise<void> {
  const open = new Set<HTTPRequest>();
  page.on('request', (one) => open.add(one));
  for (const ended of ['requestfinished', 'requestfailed'] as const) {
    page.on(ended, (one) => open.delete(one));
  }
  return async () => {
    await soon('The page still waits for something', async () => open.size === 0 || null);
  };
}

/**
 * Waits until a function that runs in the page answers with something; says what the page shows when it never does.
 * The page is asked anew each time: a function that waits inside it is now and then lost when the page is reloaded
 * meanwhile.
 */
export async function until<Args extends unknown[]>(
  page: Page,
  holds: (...given: Args) => unknown,
  ...given: Args
): Promise<void> {
  let cause: unknown = null;
  const ask = async (): Promise<true | null> => {
    try {
      const answer = await page.evaluate(holds as (...all: unknown[]) => unknown, ...given);
      return answer ? true : null;
    } catch (error) {
      // As in a page that has no body yet, or is just going away.
      cause = error;
      return null;
    }
  };
  try {
    await soon('It never came to that.', ask);
  } catch (error) {
    const shown = await page.evaluate(() => document.body.innerText).catch(String);
    throw new Error(`${String(error)} The page shows: ${shown.slice(0, 600)}`, { cause });
  }
}

/** The Bench with these demo jobs and no others. */
export async function openBench(
  bed: TestBed,
  jobs: readonly string[] = ['Hide plate 7'],
  options?: PageOptions,
): Promise<{ page: Page; complaints: Complaints }> {
  const bench = await openPage(bed.browser, options);
  await seedJobs(bench.page, bed.app.url, jobs);
  await bench.page.goto(bed.app.url);
  for (const job of jobs) await seeText(bench.page, job);
  return bench;
}

interface PlanOptions extends PageOptions {
  /** Other demo jobs on the Bench. */
  readonly besides?: readonly string[];
  /** True for a plan without swaps where the demo's has some. */
  readonly isEmpty?: boolean;
}

/** A demo job's Plan station. */
export async function openPlan(
  bed: TestBed,
  job = 'Hide plate 7',
  options?: PlanOptions,
): Promise<{ page: Page; complaints: Complaints }> {
  const plan = await openPage(bed.browser, options);
  const { besides = [], isEmpty } = options ?? {};
  await seedJobs(plan.page, bed.app.url, [job, ...besides], isEmpty);
  await plan.page.goto(`${bed.app.url}/jobs/${demoId(job)}`);
  await seeText(plan.page, 'Bands');
  return plan;
}

/** Waits until everything is stored. */
export async function seeSaved(page: Page): Promise<void> {
  await until(page, () => document.querySelector('[data-saving="saved"]') !== null);
}

/** The layers that swaps stand before, from the names of their flags. */
export async function swapLayers(page: Page): Promise<number[]> {
  return page.evaluate(flagsShown, null) as Promise<number[]>;
}

/** Waits until the swaps stand before exactly these layers. */
export async function seeSwaps(page: Page, ...layers: number[]): Promise<void> {
  await until(page, flagsShown, layers.join());
}

/** Runs in a page: the layers of its flags, or whether they are those that are wanted. */
function flagsShown(wanted: string | null): number[] | boolean {
  const group = document.querySelector('[role="group"][aria-label="Swaps"]');
  const layers = [...(group?.querySelectorAll('button') ?? [])].flatMap((one) => {
    const layer = /before\s+layer\s*(\d+)(\+\d+)?$/.exec(one.textContent ?? '');
    return layer ? [Number(layer[1])] : [];
  });
  return wanted === null ? layers : group !== null && layers.join() === wanted;
}

/** A page's downloads. */
export interface Downloads {
  /** The last finished download whose name has this ending, as soon as there is one. */
  readonly file: (ending: string) => Promise<{ name: string; path: string; bytes: Buffer }>;
}

/** Lets a page's downloads end in a folder of their own. */
export async function catchDownloads(page: Page): Promise<Downloads> {
  const folder = mkdtempSync(join(tmpdir(), 'lamella-downloads-'));
  const session = await sessionOf(page);
  const begun = new Map<string, string>();
  const done: string[] = [];
  const waiting = new Set<() => void>();
  // The page's last test is not told of these.
  session.removeAllListeners('Browser.downloadWillBegin');
  session.removeAllListeners('Browser.downloadProgress');
  session.on('Browser.downloadWillBegin', ({ guid, suggestedFilename }) => {
    begun.set(guid, suggestedFilename);
  });
  session.on('Browser.downloadProgress', ({ guid, state }) => {
    const name = begun.get(guid);
    if (state !== 'completed' || name === undefined) return;
    begun.delete(guid);
    // Only what is whole has its name.
    renameSync(join(folder, guid), join(folder, name));
    done.push(name);
    for (const look of [...waiting]) look();
  });
  await session.send('Browser.setDownloadBehavior', {
    behavior: 'allowAndName',
    downloadPath: folder,
    browserContextId: page.browserContext().id,
    eventsEnabled: true,
  });
  return {
    file: (ending) =>
      new Promise((resolve, reject) => {
        const timer = setTimeout(() => reject(new Error(`No download ${ending}`)), PATIENCE);
        const look = (): void => {
          const name = done.findLast((one) => one.endsWith(ending));
          if (name === undefined) return;
          clearTimeout(timer);
          waiting.delete(look);
          const path = join(folder, name);
          resolve({ name, path, bytes: readFileSync(path) });
        };
        waiting.add(look);
        look();
      }),
  };
}

/** Sets a field whose parts are picked rather than typed, such as a date. */
export async function setValue(page: Page, selector: string, value: string): Promise<void> {
  await page.waitForSelector(selector);
  await page.$eval(
    selector,
    (one, wanted) => {
      const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set;
      set?.call(one, wanted);
      one.dispatchEvent(new Event('input', { bubbles: true }));
    },
    value,
  );
}

/** Puts a text into a field of several lines, in place of what is there, as pasting does. */
export async function setText(page: Page, selector: string, text: string): Promise<void> {
  await page.waitForSelector(selector);
  await page.$eval(
    selector,
    (one, wanted) => {
      const set = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')?.set;
      set?.call(one, wanted);
      one.dispatchEvent(new Event('input', { bubbles: true }));
    },
    text,
  );
}

/** Waits until a text stands on the page. */
export async function seeText(page: Page, text: string): Promise<void> {
  await until(page, (wanted) => document.body.innerText.includes(wanted), text);
}

/** Waits until a text is on the page no longer. */
export async function seeNoText(page: Page, text: string): Promise<void> {
  await until(page, (gone) => !document.body.innerText.includes(gone), text);
}

/** The browser's own dialog that a key or a button opens. */
export async function chooserOf(page: Page, open: () => Promise<unknown>): Promise<FileChooser> {
  const chooser = page.waitForFileChooser();
  // A key may overtake the word that the dialog is to be caught.
  await page.evaluate(() => document.readyState);
  await open();
  return chooser;
}

/** Hands a file to the dialog that a key or a button opens. */
export async function giveFile(
  page: Page,
  path: string,
  open: () => Promise<unknown>,
): Promise<void> {
  const chooser = await chooserOf(page, open);
  await chooser.accept([path]);
}
