import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import { violations } from './harness/axe';
import {
  byRole,
  catchDownloads,
  openPage,
  openPlan,
  prepare,
  seeText,
  setText,
  testBed,
  until,
} from './harness/harness';
import { tonesOf, withQuietAudio } from './harness/quietAudio';
import { allRecords, demoId, editAll, onlyRecord, putRecord, seedJobs } from './harness/seed';

const bed = testBed();
const PLATE = demoId('Hide plate 7');
const PHONE = { width: 390, height: 844, isMobile: true, hasTouch: true };
const MINUTE = 60_000;

/** What the first test has written: the others begin with it. */
let written: string | null = null;

/** A page with the hide plate, written with two swaps: as a person does at first, and as it was stored from then on. */
async function atThePrinter(clock?: string): Promise<{ page: Page; complaints: string[] }> {
  if (written !== null) {
    const { page, complaints } = await openPage(bed.browser, {
      viewport: PHONE,
      ...(clock && { clock }),
    });
    await seedJobs(page, bed.app.url, ['Hide plate 7'], true);
    await putRecord(page, 'runs', written);
    await page.goto(`${bed.app.url}/jobs/${PLATE}/attend`);
    await seeText(page, 'When to start');
    return { page, complaints };
  }
  const { page, complaints } = await openPlan(bed);
  for (const key of ['n', 's', 'n', 's'] as const) await page.keyboard.press(key);
  await byRole(page, 'link', 'Output').click();
  await byRole(page, 'button', 'Write file').click();
  await seeText(page, 'File written');
  await page.setViewport(PHONE);
  await page.goto(`${bed.app.url}/jobs/${PLATE}/attend`);
  await seeText(page, 'When to start');
  written = await onlyRecord(page, 'runs');
  return { page, complaints };
}

/** Puts the page's clock forward; the page looks at it by itself within a second. */
async function skip(page: Page, ms: number): Promise<void> {
  await page.evaluate(`skipClock(${ms})`);
}

/** Somebody sets the clock of the device, and no time passes. */
async function setClock(page: Page, ms: number): Promise<void> {
  await page.evaluate(`setClock(${ms})`);
}

/** What has the focus, by its id or its words. */
function focused(page: Page): Promise<string> {
  return page.evaluate(
    () => document.activeElement?.id || document.activeElement?.textContent || '',
  );
}

/** What a reader of the screen was told last. */
async function hears(page: Page, words: string): Promise<void> {
  await until(
    page,
    (sought) =>
      [...document.querySelectorAll('[role="status"].sr-only')].some((one) =>
        one.textContent?.includes(sought),
      ),
    words,
  );
}

/** Taps a button as a thumb does: it is brought to the middle first, clear of the rail at the bottom. */
async function tap(page: Page, name: string): Promise<void> {
  const button = byRole(page, 'button', name);
  const found = await button.wait();
  await found.evaluate((one) => one.scrollIntoView({ block: 'center' }));
  await button.click();
}

/** Makes the stored run one of so many swaps, with the first ones again and again. */
async function withSwaps(page: Page, count: number): Promise<void> {
  const again = `(all, n) => Array.from({ length: n }, (_, i) => all[i % all.length])`;
  await editAll(
    page,
    'lamella',
    'runs',
    `(run) => ({ ...run, runPlan: {
      ...run.runPlan,
      bands: (${again})(run.runPlan.bands, ${count + 1}),
      swaps: (${again})(run.runPlan.swaps, ${count}),
    } })`,
  );
  await page.reload();
  await until(
    page,
    (n) => document.querySelectorAll('.lamella-sheet table:first-of-type tbody tr').length >= n,
    count + 1,
  );
}

/** Prints the run-sheet; answers the text of each page, and holds that nothing of it is cut off. */
async function sheetPages(page: Page): Promise<string[]> {
  await page.emulateMediaType('print');
  const data = await page.pdf({ preferCSSPageSize: true });
  const cut = await page.$eval('.lamella-sheet', (sheet) => sheet.scrollWidth - sheet.clientWidth);
  await page.emulateMediaType('screen');
  assert.ok(cut <= 1, `${cut} px are cut off`);
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const pdf = await getDocument({ data, verbosity: 0 }).promise;
  return Promise.all(
    Array.from({ length: pdf.numPages }, async (_, i) => {
      const { items } = await (await pdf.getPage(i + 1)).getTextContent();
      return items.map((one) => ('str' in one ? one.str : '')).join(' ');
    }),
  );
}

describe('at the printer', () => {
  it('is a whole evening with one thumb, over a reload and with a second page open', async () => {
    const { page, complaints } = await atThePrinter();
    assert.deepEqual(await violations(page), []);
    await tap(page, 'Print has started');
    await seeText(page, 'Next: swap 1 of 2');
    await seeText(page, 'in 29 min');
    await hears(page, 'It prints A Peat black. Next: swap 1 of 2, B Bone white.');
    assert.equal(await focused(page), 'next-title');
    await seeText(page, 'Hot nozzle, moving head. Do not leave the printer unattended.');
    assert.deepEqual(await violations(page), []);

    // A tap that comes much too early is asked about in its place.
    await tap(page, 'Printer has stopped');
    await seeText(page, 'Swap 1 is due at 10:');
    assert.equal(await focused(page), 'Yes, the printer has stopped');
    assert.deepEqual(await violations(page), []);
    await tap(page, 'No, not yet');
    await seeText(page, 'Next: swap 1 of 2');
    await skip(page, 28 * MINUTE);
    await seeText(page, 'in 1 min');
    await until(page, () => document.title.startsWith('in 1 min'));
    await skip(page, 2 * MINUTE);
    await tap(page, 'Printer has stopped');
    await seeText(page, 'The nozzle cools');
    assert.equal(await focused(page), 'swap-title');
    await hears(page, 'It waits at swap 1 of 2: A Peat black out, B Bone white in.');
    // At the end of the page nothing lies half below the rail.
    await page.evaluate(() => scrollTo(0, document.body.scrollHeight));
    assert.deepEqual(await violations(page), []);
    const step = '[aria-label="Steps of this swap"] [role="checkbox"][data-state="checked"]';
    const done = (count: number): Promise<void> =>
      until(page, ([sought, n]) => document.querySelectorAll(sought as string).length === n, [
        step,
        count,
      ]);
    for (const count of [1, 2, 3]) {
      await byRole(page, 'button', 'Done').click();
      await done(count);
    }
    // Twice on one place in a hurry is once.
    const next = await byRole(page, 'button', 'Done').wait();
    await next!.click({ count: 2 });
    await done(4);
    await page.reload();
    await seeText(page, 'Swap 1 of 2');
    await done(4);

    const other = await page.browserContext().newPage();
    const alsoComplaints = await prepare(other, { viewport: PHONE });
    await other.goto(page.url());
    await skip(other, 30 * MINUTE);
    await seeText(other, 'Swap 1 of 2');
    await page.bringToFront();
    await tap(page, 'Print has resumed');
    await seeText(page, 'Next: swap 2 of 2');
    await other.bringToFront();
    await seeText(other, 'Next: swap 2 of 2');
    for (const one of [page, other]) await skip(one, 16 * MINUTE);
    await tap(other, 'Stop was missed');
    await seeText(other, 'The stop at layer 26 was missed');
    await seeText(other, 'prints B Bone white instead of C Reed green');
    await page.bringToFront();
    await seeText(page, 'The stop at layer 26 was missed');
    await hears(page, 'It prints B Bone white instead of C Reed green. No swaps left.');
    await until(page, () => document.title.startsWith('done in'));
    await tap(page, 'Undo last tap');
    await seeText(page, 'Next: swap 2 of 2');
    assert.deepEqual(alsoComplaints, []);
    await other.close();

    await tap(page, 'Printer has stopped');
    await tap(page, 'Print has resumed');
    await seeText(page, 'No swaps left');
    await skip(page, 6 * MINUTE);
    await tap(page, 'Print is done');
    await seeText(page, 'Everything you recorded is kept.');
    assert.equal(await focused(page), 'after-title');
    assert.deepEqual(await violations(page), []);
    await tap(page, 'Print again');
    await seeText(page, 'When to start');
    assert.deepEqual(complaints, []);
  });

  it('follows what is in the nozzle over a missed stop, another filament and a pause', async () => {
    const { page, complaints } = await atThePrinter();
    await tap(page, 'Print has started');
    await skip(page, 30 * MINUTE);
    await tap(page, 'Stop was missed');
    await seeText(page, 'prints A Peat black instead of B Bone white');
    await skip(page, 16 * MINUTE);
    await tap(page, 'Printer has stopped');
    await seeText(page, 'Swap 2 of 2');
    await seeText(page, 'The printer unloads A Peat black');
    await hears(page, 'A Peat black out, C Reed green in.');
    await tap(page, 'Print has resumed');
    await seeText(page, 'No swaps left');
    await hears(page, 'It prints C Reed green. No swaps left.');
    assert.ok(!(await page.evaluate(() => document.body.innerText)).includes('instead of'));
    await page.locator('button[aria-expanded]::-p-text(More: a note)').click();
    await tap(page, 'B Bone white');
    await seeText(page, 'Different filament since layer 26');
    await tap(page, 'C Reed green');
    await hears(page, 'It prints C Reed green. No swaps left.');

    await tap(page, 'Paused without a swap');
    await seeText(page, 'Paused by you');
    assert.equal(await focused(page), 'paused-title');
    assert.deepEqual(await violations(page), []);
    await until(page, () => document.title.startsWith('Paused'));
    await tap(page, 'Print has resumed');
    await seeText(page, 'No swaps left');
    assert.deepEqual(complaints, []);
  });

  it('calls as long as it can be heard, and says where it cannot', async () => {
    const { page, complaints } = await atThePrinter();
    await withQuietAudio(page);
    await page.reload();
    await tap(page, 'Print has started');
    await seeText(page, 'Next: swap 1 of 2');
    assert.equal(await page.$('::-p-text(This tab is muted)'), null);
    const heard = (count: number): Promise<void> =>
      until(
        page,
        (n) => (globalThis as unknown as { tonesPlayed: number }).tonesPlayed === n,
        count,
      );
    await skip(page, 20 * MINUTE);
    await heard(2);
    await skip(page, 8 * MINUTE);
    await heard(4);
    await skip(page, 2 * MINUTE);
    await heard(8);
    // The waiting nozzle cools, and the print ends.
    await tap(page, 'Printer has stopped');
    await seeText(page, 'Swap 1 of 2');
    await skip(page, 10 * MINUTE);
    await heard(12);
    await seeText(page, 'Reheat the nozzle before you unload anything.');

    // Another page of the run has no tap yet: it says so, and a call that nobody would hear is told before.
    const other = await page.browserContext().newPage();
    const alsoComplaints = await prepare(other, { viewport: PHONE });
    await withQuietAudio(other);
    await other.goto(page.url());
    await seeText(other, 'This tab is muted until you tap it.');
    await until(other, () => document.title.startsWith('Silent · '));
    // What the rail covers until it is scrolled is no fault.
    await other.setViewport({ ...PHONE, height: 2400 });
    assert.deepEqual(await violations(other), []);
    await page.bringToFront();
    await tap(page, 'Print has resumed');
    await seeText(page, 'Next: swap 2 of 2');
    await other.bringToFront();
    await seeText(other, 'Next: swap 2 of 2');
    const due = await other.$eval('[data-testid="countdown"]', (one) => one.textContent!);
    const ahead = Number(/in (\d+) min/.exec(due)![1]);
    await skip(other, (ahead - 10) * MINUTE);
    await seeText(other, 'An alert is due, and this tab is muted.');
    assert.equal(await tonesOf(other), 0);
    await tap(other, 'Turn on sound');
    await until(other, () => !document.body.innerText.includes('is silent'));
    await until(other, () => document.title.startsWith('in '));
    await skip(other, 9 * MINUTE);
    await until(other, () => (globalThis as unknown as { tonesPlayed: number }).tonesPlayed >= 2);
    assert.deepEqual([...alsoComplaints, ...complaints], []);
  });

  it('notices a clock that is set, and takes the times along or leaves them', async () => {
    const { page, complaints } = await atThePrinter();
    await tap(page, 'Print has started');
    await seeText(page, 'in 29 min');
    const due = await page.$eval(
      'section[aria-labelledby="coming-title"] li span',
      (one) => one.textContent?.slice(0, 5) ?? '',
    );
    const later = due.replace('10:', '13:');
    await setClock(page, 3 * 60 * MINUTE);
    await seeText(page, 'This device’s clock jumped 3 h ahead.');
    assert.deepEqual(await violations(page), []);
    await tap(page, 'The clock was changed');
    await seeText(page, later);
    await until(page, () => !document.body.innerText.includes('jumped'));
    await setClock(page, -3 * 60 * MINUTE);
    await seeText(page, 'This device’s clock jumped 3 h back.');
    // It is asked still after a reload, and told once.
    await page.reload();
    await seeText(page, 'This device’s clock jumped 3 h back.');
    await tap(page, 'The clock was changed');
    await seeText(page, due);
    // The device slept for two hours: nothing moves.
    await skip(page, 28 * MINUTE);
    await setClock(page, 2 * 60 * MINUTE);
    await seeText(page, 'jumped 2 h ahead');
    await tap(page, 'Time has passed');
    await seeText(page, 'min ago');
    assert.deepEqual(complaints, []);
  });

  it('says when to start, for the calendar and on paper', async () => {
    const { page, complaints } = await atThePrinter();
    const folder = await catchDownloads(page);
    await page.locator('section[aria-labelledby="when-title"] li button').click();
    await seeText(page, 'Started 10:0');
    // The next five minutes, or this very moment.
    const title = await page.$eval('h3::-p-text(Started)', (one) => one.textContent ?? '');
    const start = new Date(`2026-04-02T${title.replace('Started ', '')}:00Z`);
    await tap(page, 'Add to calendar');
    const { bytes } = await folder.file('.ics');
    const lines = bytes.toString().replaceAll('\r\n ', '').split('\r\n');
    const starts = lines.filter((line) => line.startsWith('DTSTART'));
    const stamps = [0, 29].map((minutes) =>
      new Date(start.getTime() + minutes * MINUTE).toISOString().replace(/[-:]|\.\d+/g, ''),
    );
    assert.deepEqual(
      starts.slice(0, 2),
      stamps.map((one) => `DTSTART:${one}`),
    );
    assert.equal(lines.filter((line) => line === 'BEGIN:VEVENT').length, 4);
    assert.equal(lines.filter((line) => line === 'TRIGGER:-PT10M').length, 3);
    assert.ok(lines.includes('SUMMARY:Swap 1 of 2: B Bone white'));

    await page.goto(`${bed.app.url}/jobs/${PLATE}/attend/sheet`);
    await seeText(page, 'At each swap');
    assert.deepEqual(await violations(page), []);
    assert.equal((await sheetPages(page)).length, 1);
    for (const [swaps, pages] of [
      [8, 1],
      [14, 2],
    ]) {
      await withSwaps(page, swaps);
      const texts = await sheetPages(page);
      assert.equal(texts.length, pages, `${swaps} swaps`);
      for (const text of texts) assert.match(text, /(Load and swap|At each swap).*Hide plate 7/s);
    }
    // The longest names of any script break nothing.
    await editAll(
      page,
      'lamella',
      'runs',
      `(run) => ({ ...run, runPlan: { ...run.runPlan,
        job: 'Ж'.repeat(60),
        bands: run.runPlan.bands.map((one, i) => ({ ...one, filament: { ...one.filament,
          name: ['W'.repeat(60), '葦'.repeat(60), 'Ω ' .repeat(30)][i % 3] } })) } })`,
    );
    await page.reload();
    await seeText(page, 'Ж'.repeat(60));
    assert.ok((await sheetPages(page)).length > 1);
    await page.goto(`${bed.app.url}/jobs/${PLATE}/attend`);
    const fits = async (): Promise<void> => {
      const over = await page.evaluate(() => {
        const { scrollWidth, clientWidth } = document.documentElement;
        return scrollWidth - clientWidth;
      });
      assert.equal(over, 0, `${over} px stand out`);
    };
    await seeText(page, 'When to start');
    await fits();
    await tap(page, 'Print has started');
    await seeText(page, 'Next: swap 1 of 14');
    await page.locator('button[aria-expanded]::-p-text(More: a note)').click();
    await fits();
    await tap(page, 'Paused early');
    await seeText(page, 'Swap 1 of 14');
    await fits();
    assert.deepEqual(complaints, []);
  });

  it('says which starts print through the night, and plans a print in two runs as it is', async () => {
    const { page, complaints } = await atThePrinter();
    await editAll(
      page,
      'lamella',
      'runs',
      `(run) => ({ ...run, runPlan: { ...run.runPlan,
        bands: run.runPlan.bands.map((one, i) => ({ ...one, seconds: i < 2 ? 9 * 3600 : 300 })) } })`,
    );
    await page.reload();
    await seeText(page, 'Starts that print while you sleep');
    await seeText(page, '· runs while you sleep');
    await seeText(page, 'In two sessions: if started');
    assert.deepEqual(await violations(page), []);
    await tap(page, 'Choose this start');
    await seeText(page, 'paused until Fri 07:0');
    const folder = await catchDownloads(page);
    await tap(page, 'Add to calendar');
    const { bytes } = await folder.file('.ics');
    assert.match(bytes.toString(), /SUMMARY:Resume Hide plate 7: B Bone white/);
    assert.match(bytes.toString(), /DTSTART:20260403T070/);
    await byRole(page, 'link', 'Run-sheet').click();
    await seeText(page, 'paused until Fri 07:0');
    assert.deepEqual(complaints, []);
  });

  it('draws the days on which the clock changes as long as they are', async () => {
    for (const [clock, hours, way] of [
      ['2026-03-28T10:00:00Z', 23, 'ahead'],
      ['2026-10-24T10:00:00Z', 25, 'back'],
    ] as const) {
      const { page, complaints } = await atThePrinter(clock);
      await page.emulateTimezone('CET');
      await page.reload();
      await seeText(page, `${hours} hours: the clocks change ${way}.`);
      const lengths = await page.$$eval('[data-hours]', (all) =>
        all.map((one) => (one as HTMLElement).dataset.hours),
      );
      assert.deepEqual(lengths, ['24', String(hours), '24', '24']);
      assert.deepEqual(complaints, []);
      await page.close();
    }
  });

  it('reads each step aloud once', async () => {
    const { page, complaints } = await atThePrinter();
    await page.evaluateOnNewDocument(`
      globalThis.spoken = [];
      speechSynthesis.speak = ({ text }) => spoken.push(text);
    `);
    await page.evaluate(() =>
      localStorage.setItem('lamella-attend', '{"reachMinutes":2,"tones":true,"voice":true}'),
    );
    await page.reload();
    await tap(page, 'Print has started');
    await skip(page, 30 * MINUTE);
    await tap(page, 'Printer has stopped');
    await byRole(page, 'button', 'Done').wait();
    for (const minutes of ['9 min', '8 min', '7 min']) {
      await skip(page, MINUTE);
      await seeText(page, `in ${minutes}`);
    }
    await byRole(page, 'button', 'Done').click();
    await until(
      page,
      () => document.querySelectorAll('li [role="checkbox"][data-state="checked"]').length === 1,
    );
    const spoken = await page.evaluate('spoken.map((one) => one.split(" ")[0])');
    assert.deepEqual(spoken, ['Take', 'Lay']);
    assert.deepEqual(complaints, []);
  });

  it('goes along to a phone, prints there without the server, and comes back', async () => {
    const { page, complaints } = await atThePrinter();
    await tap(page, 'Share run…');
    await page.waitForSelector('img[alt="QR code of the link"]');
    assert.deepEqual(await violations(page), []);
    const linkOn = (one: Page): Promise<string> =>
      one.$eval(
        '[role="dialog"] textarea[readonly]',
        (field) => (field as HTMLTextAreaElement).value,
      );
    const link = await linkOn(page);
    await page.keyboard.press('Escape');

    const far = await bed.browser.createBrowserContext();
    const phone = await far.newPage();
    const alsoComplaints = await prepare(phone, { viewport: PHONE });
    await phone.goto(link);
    await seeText(phone, 'Print has started');
    // There is no plan on the phone, and no Bench to go back to.
    await phone.waitForSelector('header a[href="/logbook"]');
    assert.equal(await phone.$('header a::-p-text(Plan)'), null);
    await phone.setOfflineMode(true);
    await tap(phone, 'Print has started');
    await seeText(phone, 'in 29 min');
    for (const [minutes, name] of [
      [30, 'Printer has stopped'],
      [3, 'Print has resumed'],
      [17, 'Printer has stopped'],
      [3, 'Print has resumed'],
      [7, 'Print is done'],
    ] as const) {
      await skip(phone, minutes * MINUTE);
      await tap(phone, name);
    }
    await seeText(phone, 'Everything you recorded is kept on this device.');
    await phone.setOfflineMode(false);
    await tap(phone, 'Share run…');
    await phone.waitForSelector('[role="dialog"] textarea[readonly]');
    assert.deepEqual(await violations(phone), []);
    const back = await linkOn(phone);
    const files = await catchDownloads(phone);
    await tap(phone, 'Save as file');
    const { path } = await files.file('.lamella.zip');
    await seeText(phone, 'is in your downloads');
    await phone.keyboard.press('Escape');
    // However often it is asked for, there is one print more, without the server too.
    await phone.setOfflineMode(true);
    const again = byRole(phone, 'button', 'Print again');
    await (await again.wait()).click({ count: 2 });
    await seeText(phone, 'When to start');
    await phone.setOfflineMode(false);
    await phone.goto(`${bed.app.url}/jobs/handed-over/attend`);
    await seeText(phone, 'When to start');
    assert.equal((await allRecords(phone, 'runs')).length, 2);
    await phone.goto(`${bed.app.url}/run#broken`);
    await seeText(phone, 'The link is incomplete.');
    // Without the server the browser asks in vain for its own icon of the tab; nothing else is missing.
    assert.deepEqual(
      alsoComplaints.filter((one) => !one.includes('/icon.svg')),
      [],
    );
    await far.close();

    await tap(page, 'Import shared run…');
    const field = await page.waitForSelector('input[aria-label="Run file"]');
    await (field as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(path);
    await seeText(page, 'both are merged');
    await page.keyboard.press('Escape');
    await tap(page, 'Import shared run…');
    await page.waitForSelector('[role="dialog"] textarea');
    assert.deepEqual(await violations(page), []);
    await setText(page, '[role="dialog"] textarea', `${back.slice(0, 90)}\n`);
    await tap(page, 'Import run');
    await seeText(page, 'The link is incomplete.');
    await setText(page, '[role="dialog"] textarea', back);
    await tap(page, 'Import run');
    await seeText(page, 'imported from the other device.');
    await seeText(page, 'Print is done');
    await tap(page, 'Print again');
    await seeText(page, 'When to start');
    assert.deepEqual(complaints, []);
  });

  it('keeps to the run that prints when the file is written again meanwhile', async () => {
    const { page, complaints } = await atThePrinter();
    await page.setViewport({ width: 1280, height: 800 });
    await skip(page, 83 * MINUTE);
    await tap(page, 'Print has started');
    await seeText(page, '11:5');
    const later = { ...JSON.parse(written!), id: 'written-meanwhile', writtenAt: Date.now() };
    await putRecord(page, 'runs', JSON.stringify(later));
    await page.reload();
    await seeText(page, 'Next: swap 1 of 2');
    await page.waitForSelector('nav[aria-label="Prints of this job"]');
    assert.deepEqual(await violations(page), []);
    const folder = await catchDownloads(page);
    await tap(page, 'Add to calendar');
    const { bytes } = await folder.file('.ics');
    const starts = bytes.toString().match(/DTSTART:[^\r]*/g);
    assert.equal(starts?.length, 3);
    assert.match(starts[0], /T115[1-4]/);
    assert.match(starts[1], /T121/);
    await byRole(page, 'link', 'Run-sheet').click();
    await seeText(page, '11:5');
    await page.waitForSelector('a::-p-text(Back to At the printer)');
    await page.locator('a::-p-text(Back to At the printer)').click();
    await page.locator('nav[aria-label="Prints of this job"] a::-p-text(not started)').click();
    await seeText(page, 'When to start');
    await byRole(page, 'link', 'Run-sheet').click();
    await seeText(page, 'from the start');
    assert.deepEqual(complaints, []);
  });

  it('is rehearsed against a printer that is none', async () => {
    const { page, complaints } = await atThePrinter();
    await page.setViewport({ width: 1280, height: 800 });
    await tap(page, 'Rehearse swaps');
    await page.waitForSelector('[aria-label="Simulated printer"]');
    await seeText(page, 'Printing');
    await tap(page, 'Pause');
    await seeText(page, 'Paused');
    await tap(page, 'Paused early');
    await seeText(page, 'Which spool do you take?');
    assert.deepEqual(await violations(page), []);
    await tap(page, 'C Reed green');
    await seeText(page, 'You took a different spool than planned.');
    await tap(page, 'B Bone white');
    await until(page, () => !document.body.innerText.includes('Which spool do you take?'));

    // A reload continues with the same stand-in, and with what was noticed.
    await page.reload();
    await seeText(page, 'Paused');
    await seeText(page, 'Bone white');
    await seeText(page, '205/205');
    // So does a look into the guide, which leads back to the step.
    await page.locator('button[aria-expanded]::-p-text(Nothing comes out)').click();
    await page.locator('[role="region"][data-state="open"] a[href^="/guide/"]').click();
    await seeText(page, 'Back to the rehearsal, swap 1');
    assert.deepEqual(await violations(page), []);
    await page.locator('a::-p-text(Back to the rehearsal)').click();
    await seeText(page, 'Paused');
    await until(page, () => document.activeElement?.id === 'step');
    await tap(page, 'Resume at the printer');
    await seeText(page, 'You resumed before removing the purge strand');
    await tap(page, 'Print has resumed');
    await page.locator('::-p-text(Practise a problem)').click();
    await tap(page, 'Run out of filament');
    await seeText(page, 'No filament');
    await tap(page, 'Resume at the printer');
    await tap(page, 'Lose position');
    await seeText(page, 'It has lost its position');
    assert.equal(complaints.length, 0);

    // The stand-in dies, as with its server.
    await page.evaluate(async () => {
      const { printer } = JSON.parse(sessionStorage.getItem('lamella-rehearsal')!) as {
        printer: string;
      };
      await fetch(`/api/printer/${printer}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: '{"action":"close"}',
      });
    });
    await seeText(page, 'The simulated printer stopped responding. Your entries');
    await tap(page, 'End rehearsal');
    await seeText(page, 'When to start');
    // The page asks after it in vain.
    const others = complaints.filter((one) => !one.includes('/api/printer/'));
    assert.deepEqual(others, []);
  });
});
