import assert from 'node:assert/strict';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, afterEach, before } from 'node:test';
import { fileURLToPath } from 'node:url';
import puppeteer, { TimeoutError, type Browser, type Page, type Viewport } from 'puppeteer-core';
import { chromiumPath } from '../../scripts/lib/install.mjs';
import { DEMO_JOBS } from '../../src/features/bench/demoJobs';

export const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** The built application on a free port of this machine. */
export interface RunningApp {
  readonly url: string;
  readonly stop: () => void;
}

async function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.on('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

/** Starts the built application and waits until it answers. */
export async function startApp(): Promise<RunningApp> {
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  const server: ChildProcess = spawn(
    'node_modules/.bin/next',
    ['start', '-H', '127.0.0.1', '-p', String(port)],
    { cwd: ROOT, stdio: 'ignore', env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' } },
  );
  for (let tries = 0; tries < 600; tries++) {
    try {
      if ((await fetch(url)).ok) return { url, stop: () => server.kill() };
    } catch {
      // Not listening yet.
    }
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  server.kill();
  throw new Error('The application did not start within 2 minutes. Was it built?');
}

/** The application and a browser for all tests of one file. */
export interface TestBed {
  app: RunningApp;
  browser: Browser;
}

/** Starts both before the file's tests and stops them after; the fields are set from then on. */
export function testBed(): TestBed {
  const bed = {} as TestBed;
  before(async () => {
    bed.app = await startApp();
    bed.browser = await startBrowser();
  });
  // Pages left open would go on drawing and reading beside the next test.
  afterEach(async () => {
    for (const context of bed.browser.browserContexts()) {
      if (context !== bed.browser.defaultBrowserContext()) await context.close();
    }
  });
  after(async () => {
    await bed.browser?.close();
    bed.app?.stop();
  });
  return bed;
}

/** Starts Chromium without a window and without calls to anywhere. */
export async function startBrowser(): Promise<Browser> {
  const executablePath = chromiumPath();
  if (!executablePath) throw new Error('Chromium is missing; npm test installs it.');
  return puppeteer.launch({
    executablePath,
    headless: true,
    timeout: 180_000,
    protocolTimeout: 300_000,
    userDataDir: mkdtempSync(join(tmpdir(), 'lamella-chromium-')),
    args: [
      '--no-sandbox',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--use-angle=swiftshader',
      '--enable-unsafe-swiftshader',
    ],
  });
}

/** Everything that a page complained about; tests end by asserting that it is empty. */
export type Complaints = string[];

interface PageOptions {
  readonly viewport?: Viewport;
  /** True to meet the tour as on a first visit; it is taken as seen otherwise. */
  readonly isFirstVisit?: boolean;
}

/** A page that writes down every console error, page error and failed request. */
export async function openPage(
  browser: Browser,
  { viewport = { width: 1280, height: 800 }, isFirstVisit = false }: PageOptions = {},
): Promise<{ page: Page; complaints: Complaints }> {
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  await page.setViewport(viewport);
  if (!isFirstVisit) {
    await page.evaluateOnNewDocument(() => localStorage.setItem('lamella-tour-seen', '1'));
  }
  // Long enough for a busy machine; no test waits for the time to pass.
  page.setDefaultTimeout(Number(process.env.E2E_WAIT ?? 180_000));
  const complaints: Complaints = [];
  page.on('console', (message) => {
    if (message.type() === 'error') complaints.push(`console: ${message.text()}`);
  });
  page.on('pageerror', (error) => {
    complaints.push(`page: ${error instanceof Error ? error.message : String(error)}`);
  });
  page.on('response', (response) => {
    if (response.status() >= 400) complaints.push(`${response.status()}: ${response.url()}`);
  });
  return { page, complaints };
}

/** The element with a role and a name, as assistive technology sees it. */
export function byRole(page: Page, role: string, name: string) {
  return page.locator(`::-p-aria([name="${name}"][role="${role}"])`);
}

/**
 * Lets the demo bring these jobs only, as if the others could not be fetched: reading all of them
 * beside a test that needs one or two makes it slow.
 */
async function holdBackDemo(page: Page, jobs: readonly string[]): Promise<void> {
  const wanted = DEMO_JOBS.filter(({ name }) => jobs.includes(name));
  const session = await page.createCDPSession();
  session.on('Fetch.requestPaused', ({ requestId, request }) => {
    const answer = wanted.some(({ fileName }) => request.url.endsWith(fileName))
      ? session.send('Fetch.continueRequest', { requestId })
      : session.send('Fetch.fulfillRequest', { requestId, responseCode: 304 });
    // The page may be closed already.
    answer.catch(() => {});
  });
  await session.send('Fetch.enable', { patterns: [{ urlPattern: '*/demo/*' }] });
}

/** Opens a demo job's Plan station from the Bench, which holds no other jobs than those named. */
export async function openPlan(
  bed: TestBed,
  job = 'Hide plate 7',
  options?: PageOptions & { readonly besides?: readonly string[] },
): Promise<{ page: Page; complaints: Complaints }> {
  const opened = await openPage(bed.browser, options);
  await holdBackDemo(opened.page, [job, ...(options?.besides ?? [])]);
  await opened.page.goto(bed.app.url);
  await seeText(opened.page, job);
  await byRole(opened.page, 'link', job).click();
  await seeText(opened.page, 'Bands');
  return opened;
}

/** The layers that swaps stand before, from the names of their flags. */
export async function swapLayers(page: Page): Promise<number[]> {
  const names = await page.$$eval('[role="group"][aria-label="Swaps"] button', (all) =>
    all.map((one) => one.textContent ?? ''),
  );
  return names.flatMap((name) => {
    const layer = /before\s+layer\s*(\d+)(\+\d+)?$/.exec(name);
    return layer ? [Number(layer[1])] : [];
  });
}

/** Waits until the swaps stand before exactly these layers. */
export async function seeSwaps(page: Page, ...layers: number[]): Promise<void> {
  // A job that is opened anew takes its time on a busy machine.
  for (let tries = 0; tries < 1200; tries++) {
    if ((await swapLayers(page)).join() === layers.join()) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  assert.deepEqual(await swapLayers(page), layers);
}

/** Lets a page's downloads end in a folder of their own. */
export async function catchDownloads(page: Page): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'lamella-downloads-'));
  const session = await page.createCDPSession();
  await session.send('Browser.setDownloadBehavior', {
    behavior: 'allow',
    downloadPath: folder,
    browserContextId: page.browserContext().id,
  });
  return folder;
}

/** Waits for a finished download with an ending. */
export async function downloaded(
  folder: string,
  ending: string,
): Promise<{ name: string; path: string; bytes: Buffer }> {
  for (let tries = 0; tries < 600; tries++) {
    const name = readdirSync(folder).find((one) => one.endsWith(ending));
    const path = name && join(folder, name);
    // The name is there a moment before the bytes; nothing that is saved here is empty.
    const bytes = path && readFileSync(path);
    if (name && path && bytes && bytes.length > 0) return { name, path, bytes };
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('Nothing was downloaded.');
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

/** Waits until a text stands on the page. */
export async function seeText(page: Page, text: string): Promise<void> {
  await page.waitForFunction((wanted) => document.body.innerText.includes(wanted), {}, text);
}

/** Answers the file dialog that a key or a button opens; asks again when the browser was too busy. */
export async function giveFile(
  page: Page,
  path: string,
  open: () => Promise<unknown>,
): Promise<void> {
  for (let tries = 0; ; tries++) {
    const waiting = page.waitForFileChooser({ timeout: 20_000 });
    // It is looked at below; until then a rejection is nobody's.
    waiting.catch(() => {});
    // The browser needs a moment before it hands the dialog over instead of showing it.
    await new Promise((resolve) => setTimeout(resolve, 300));
    await open();
    try {
      return await (await waiting).accept([path]);
    } catch (error) {
      if (!(error instanceof TimeoutError) || tries === 5) throw error;
    }
  }
}
