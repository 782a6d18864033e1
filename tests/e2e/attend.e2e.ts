import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import type { Page } from 'puppeteer-core';
import { violations } from './axe';
import { byRole, catchDownloads, openPlan, prepare, seeText, testBed, until } from './harness';
import { demoId, editAll } from './seed';

const bed = testBed();
const PLATE = demoId('Hide plate 7');
const PHONE = { width: 390, height: 844, isMobile: true, hasTouch: true };
const MINUTE = 60_000;

/** Writes the plan of the hide plate, and goes to the printer with a phone. */
async function atThePrinter(): Promise<{ page: Page; complaints: string[] }> {
  const { page, complaints } = await openPlan(bed);
  for (const key of ['n', 's', 'n', 's'] as const) await page.keyboard.press(key);
  await byRole(page, 'link', 'Output').click();
  await byRole(page, 'button', 'Write file').click();
  await seeText(page, 'The file is written');
  await page.setViewport(PHONE);
  await page.goto(`${bed.app.url}/jobs/${PLATE}/attend`);
  await seeText(page, 'When to start');
  return { page, complaints };
}

/** Puts the page's clock forward; the page looks at it by itself within a second. */
async function skip(page: Page, ms: number): Promise<void> {
  await page.evaluate(`skipClock(${ms})`);
}

/** Taps a button as a thumb does: it is brought to the middle first, clear of the rail at the bottom. */
async function tap(page: Page, name: string): Promise<void> {
  const button = byRole(page, 'button', name);
  const found = await button.wait();
  await found.evaluate((one) => one.scrollIntoView({ block: 'center' }));
  await button.click();
}

/** So many swaps the run-sheet takes on one page. */
const MOST_ON_A_PAGE = 20;

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

/** Prints the run-sheet; answers how many pages it takes, and holds that nothing of it is cut off. */
async function sheetPages(page: Page): Promise<number> {
  await page.emulateMediaType('print');
  const pdf = Buffer.from(await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  const cut = await page.$eval('.lamella-sheet', (sheet) => sheet.scrollWidth - sheet.clientWidth);
  await page.emulateMediaType('screen');
  assert.ok(cut <= 1, `${cut} px are cut off`);
  return pdf.match(/\/Type\s*\/Page\b/g)?.length ?? 0;
}

describe('at the printer', () => {
  it('is a whole evening with one thumb, over a reload and with a second page open', async () => {
    const { page, complaints } = await atThePrinter();
    assert.deepEqual(await violations(page), []);
    await tap(page, 'It prints now');
    await seeText(page, 'Next: swap 1 of 2');
    await seeText(page, 'in 29 min');
    assert.deepEqual(await violations(page), []);
    await skip(page, 28 * MINUTE);
    await seeText(page, 'in 1 min');
    await until(page, () => document.title.startsWith('in 1 min'));
    await skip(page, 2 * MINUTE);
    await tap(page, 'It has stopped');
    await seeText(page, 'The nozzle cools');
    // At the end of the page nothing lies half below the rail.
    await page.evaluate(() => scrollTo(0, document.body.scrollHeight));
    assert.deepEqual(await violations(page), []);
    const step = '[aria-label="Steps of this swap"] input:checked';
    for (const done of [1, 2, 3]) {
      await page.locator('::-p-text(Tap when it is done)').click();
      await until(page, ([sought, n]) => document.querySelectorAll(sought as string).length === n, [
        step,
        done,
      ]);
    }
    await page.reload();
    await seeText(page, 'Swap 1 of 2');
    await until(page, ([sought, n]) => document.querySelectorAll(sought as string).length === n, [
      step,
      3,
    ]);

    const other = await page.browserContext().newPage();
    const alsoComplaints = await prepare(other, { viewport: PHONE });
    await other.goto(page.url());
    await seeText(other, 'Swap 1 of 2');
    await page.bringToFront();
    await tap(page, 'It prints again');
    await seeText(page, 'Next: swap 2 of 2');
    await other.bringToFront();
    await seeText(other, 'Next: swap 2 of 2');
    await tap(other, 'It did not stop');
    await seeText(other, 'It missed the stop at layer 26');
    await page.bringToFront();
    await seeText(page, 'It missed the stop at layer 26');
    await tap(page, 'Take back');
    await seeText(page, 'Next: swap 2 of 2');
    assert.deepEqual(alsoComplaints, []);
    await other.close();

    await tap(page, 'It has stopped');
    await tap(page, 'It prints again');
    await seeText(page, 'No swap any more');
    await tap(page, 'It is done');
    await seeText(page, 'All that you have told is kept.');
    assert.deepEqual(await violations(page), []);
    assert.deepEqual(complaints, []);
  });

  it('says when to start, for the calendar, on one sheet of paper and to another phone', async () => {
    const { page, complaints } = await atThePrinter();
    const folder = await catchDownloads(page);
    await page.locator('section[aria-labelledby="when-title"] li button').click();
    await seeText(page, 'Started 10:00');
    await tap(page, 'Save for the calendar');
    const { bytes } = await folder.file('.ics');
    const lines = bytes.toString().replaceAll('\r\n ', '').split('\r\n');
    const starts = lines.filter((line) => line.startsWith('DTSTART'));
    assert.deepEqual(starts.slice(0, 2), ['DTSTART:20260402T100000Z', 'DTSTART:20260402T102900Z']);
    assert.equal(lines.filter((line) => line === 'BEGIN:VEVENT').length, 4);
    assert.equal(lines.filter((line) => line === 'TRIGGER:-PT10M').length, 3);
    assert.ok(lines.includes('SUMMARY:Swap 1 of 2: B Bone white'));

    await tap(page, 'Hand over to the phone');
    await page.waitForSelector('img[alt^="The link as a square"]');
    assert.deepEqual(await violations(page), []);
    const link = await page.$eval(
      'textarea[readonly]',
      (field) => (field as HTMLTextAreaElement).value,
    );
    const phone = await page.browserContext().newPage();
    const alsoComplaints = await prepare(phone, { viewport: PHONE });
    await phone.goto(link);
    await seeText(phone, 'It prints now');
    await phone.setOfflineMode(true);
    await tap(phone, 'It prints now');
    await seeText(phone, 'in 29 min');
    await tap(phone, 'It has stopped');
    await seeText(phone, 'Swap 1 of 2');
    await phone.setOfflineMode(false);
    await phone.goto(`${bed.app.url}/run#broken`);
    await phone.reload();
    await seeText(phone, 'The link is not whole');
    // Without the server the browser asks in vain for its own icon of the tab; nothing else is missing.
    const missing = alsoComplaints.filter((one) => !one.includes('/icon.svg'));
    assert.deepEqual(missing, []);
    await phone.close();

    await page.goto(`${bed.app.url}/jobs/${PLATE}/attend/sheet`);
    await seeText(page, 'At each swap');
    assert.deepEqual(await violations(page), []);
    assert.equal(await sheetPages(page), 1);
    for (const [swaps, pages] of [
      [4, 1],
      [5, 1],
      [MOST_ON_A_PAGE, 1],
      [60, 2],
    ]) {
      await withSwaps(page, swaps);
      assert.equal(await sheetPages(page), pages, `${swaps} swaps`);
    }
    assert.deepEqual(complaints, []);
  });

  it('is rehearsed against a printer that is none', async () => {
    const { page, complaints } = await atThePrinter();
    await page.setViewport({ width: 1280, height: 800 });
    await tap(page, 'Rehearse it in two minutes');
    await page.waitForSelector('[aria-label="Simulated printer"]');
    await seeText(page, 'Prints now');
    await tap(page, 'Pause');
    await seeText(page, 'Paused');
    await tap(page, 'I paused it early');
    await seeText(page, 'Which spool do you take?');
    assert.deepEqual(await violations(page), []);
    await tap(page, 'C Reed green');
    await seeText(page, 'You took another spool than the plan wants.');
    await tap(page, 'B Bone white');
    await until(page, () => !document.body.innerText.includes('Which spool do you take?'));

    // A reload goes on with the same stand-in, and with what was noticed.
    await page.reload();
    await seeText(page, 'Paused');
    await seeText(page, 'Bone white');
    await seeText(page, '205/205');
    await tap(page, 'Resume at the printer');
    await seeText(page, 'You let it go on before the strand was taken away');
    await tap(page, 'It prints again');
    await page.locator('::-p-text(Let something go wrong)').click();
    await tap(page, 'Run out of filament');
    await seeText(page, 'No filament');
    await tap(page, 'Resume at the printer');
    await tap(page, 'Lose its place');
    await seeText(page, 'It does not know its place any more');
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
    await seeText(page, 'The stand-in does not answer any more.');
    await tap(page, 'End the rehearsal');
    await seeText(page, 'When to start');
    // The page asks after it in vain.
    const others = complaints.filter((one) => !one.includes('/api/printer/'));
    assert.deepEqual(others, []);
  });
});
