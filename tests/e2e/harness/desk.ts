import type { Browser, BrowserContext, CDPSession, HTTPRequest, Page } from 'puppeteer-core';

/**
 * Where a browser's tests sit: one context with one page, given from test to test. A new page costs the browser
 * more than most tests do: a window with all its own parts, a process, and every script translated again.
 */
export interface Desk {
  readonly context: BrowserContext;
  /** The page that is given on; null until there is one, and after a test closed it. */
  page: Page | null;
  /** True while a test has it. */
  isTaken: boolean;
  /** True while nothing is stored. */
  isClean: boolean;
}

const desks = new Map<Browser, Desk>();
const scripts = new WeakMap<Page, string[]>();
const sessions = new WeakMap<Page, CDPSession>();

/** The desk of a browser. */
export async function deskOf(browser: Browser): Promise<Desk> {
  const found = desks.get(browser);
  if (found) return found;
  const context = await browser.createBrowserContext();
  const desk = { context, page: null, isTaken: false, isClean: true };
  desks.set(browser, desk);
  return desk;
}

/** The desk's own page where it is free; another one beside it where a test has it already. */
export async function takePage(desk: Desk): Promise<Page> {
  if (desk.page?.isClosed()) desk.page = null;
  if (desk.page && desk.isTaken) return desk.context.newPage();
  desk.page ??= await desk.context.newPage();
  desk.isTaken = true;
  return desk.page;
}

/** One session for a page: what one session overrides, no other can change. */
export async function sessionOf(page: Page): Promise<CDPSession> {
  const session = sessions.get(page) ?? (await page.createCDPSession());
  sessions.set(page, session);
  return session;
}

/** Notes the scripts that a page is given for its documents, so that they can be taken away again. */
export function noteScripts(page: Page): void {
  if (scripts.has(page)) return;
  const noted: string[] = [];
  scripts.set(page, noted);
  const add = page.evaluateOnNewDocument.bind(page);
  page.evaluateOnNewDocument = async (...given) => {
    const added = await add(...given);
    noted.push(added.identifier);
    return added;
  };
}

const EMPTY = '<!doctype html><link rel="icon" href="data:,"><title>Empty</title>';

/** Opens a page of the application's origin that is empty, and stores nothing itself. */
export async function openEmptyPage(
  page: Page,
  origin: string,
  go = (address: string): Promise<unknown> => page.goto(address),
): Promise<void> {
  // What the page before still asks for is not meant.
  const answer = (request: HTTPRequest): Promise<void> =>
    request.isNavigationRequest()
      ? request.respond({ contentType: 'text/html', body: EMPTY })
      : request.continue().catch(() => {
          // Turning interception off has let it through meanwhile.
        });
  page.on('request', answer);
  await page.setRequestInterception(true);
  try {
    await go(`${origin}/empty`);
  } finally {
    // In this order: what is asked for between the two would wait for ever.
    await page.setRequestInterception(false);
    page.off('request', answer);
  }
}

/** Empties what a page's origin stores, where a test has stored something before. */
export async function emptyStored(desk: Desk, page: Page, origin: string): Promise<void> {
  const { isClean } = desk;
  desk.isClean = false;
  if (isClean) return;
  const session = await sessionOf(page);
  await session.send('Storage.clearDataForOrigin', { origin, storageTypes: 'all' });
}

const HEARD = [
  ...(['console', 'pageerror', 'request', 'requestfinished', 'requestfailed', 'response'] as const),
  ...(['dialog', 'popup', 'error'] as const),
];

/** Closes what a test opened, and makes the desk's page as new: nothing is heard, set or open in it. */
export async function clearDesk(desk: Desk, origin: string): Promise<void> {
  for (const page of await desk.context.pages()) {
    // Pages left open would go on drawing and reading beside the next test.
    if (page !== desk.page) await page.close();
  }
  const { page } = desk;
  if (!page || page.isClosed()) return;
  for (const event of HEARD) page.removeAllListeners(event);
  for (const identifier of scripts.get(page)?.splice(0) ?? []) {
    await page.removeScriptToEvaluateOnNewDocument(identifier);
  }
  await page.setOfflineMode(false);
  // What a failed test left unstored keeps nobody.
  page.on('dialog', (dialog) => dialog.accept());
  await openEmptyPage(page, origin, (address) => page.mainFrame().goto(address));
  page.removeAllListeners('dialog');
  await page.evaluate(() => sessionStorage.clear());
  await page.emulateMediaFeatures();
  await page.emulateMediaType();
  const session = await sessionOf(page);
  await session.send('Page.resetNavigationHistory');
  await session.send('Storage.clearDataForOrigin', { origin, storageTypes: BESIDE_DATABASES });
  await page.evaluate(dropDatabases, READINGS);
  desk.isTaken = false;
  desk.isClean = true;
}

/** What was read of the demo's files is no test's own: as in a browser that knows them, they are not read again. */
const READINGS = 'lamella-readings';
const BESIDE_DATABASES = 'cookies,file_systems,local_storage,service_workers,cache_storage';

/** Runs in a page: drops all databases but one. */
async function dropDatabases(kept: string): Promise<void> {
  for (const { name } of await indexedDB.databases()) {
    if (name === undefined || name === kept) continue;
    await new Promise<void>((resolve, reject) => {
      const dropping = indexedDB.deleteDatabase(name);
      dropping.onsuccess = () => resolve();
      dropping.onerror = () => reject(dropping.error);
    });
  }
}
