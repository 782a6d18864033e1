import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, afterEach, before } from 'node:test';
import { fileURLToPath } from 'node:url';
import puppeteer, { type Browser, type Page } from 'puppeteer-core';
import { chromiumPath } from '../../scripts/lib/install.mjs';

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

/** A page that writes down every console error, page error and failed request. */
export async function openPage(
  browser: Browser,
  viewport = { width: 1280, height: 800 },
): Promise<{ page: Page; complaints: Complaints }> {
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  await page.setViewport(viewport);
  // Long enough for a busy machine; no test waits for the time to pass.
  page.setDefaultTimeout(180_000);
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

/** Waits until a text stands on the page. */
export async function seeText(page: Page, text: string): Promise<void> {
  await page.waitForFunction((wanted) => document.body.innerText.includes(wanted), {}, text);
}
