import assert from 'node:assert/strict';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import { startApp } from './harness/app';
import {
  byRole,
  catchDownloads,
  openPage,
  ROOT,
  seeSaved,
  seeSwaps,
  seeText,
  testBed,
  until,
} from './harness/harness';
import { boxPrint } from '../support/boxPrints';
import { demoId, seedJobs } from './harness/seed';

const bed = testBed();

describe('without the server', () => {
  it('everything works after one visit, and a page can be reloaded', async () => {
    const app = await startApp();
    const { page, complaints } = await openPage(bed.browser, { offline: true });
    try {
      await seedJobs(page, app.url, ['Hide plate 7']);
      await page.goto(app.url);
      await seeText(page, 'Hide plate 7');
      await until(page, () => navigator.serviceWorker.controller !== null);
    } finally {
      app.stop();
    }
    await app.stopped;

    for (const [room, text] of [
      ['Shelf', '12 of 12 spools'],
      ['Printers', 'Type of stop'],
      ['Guide', 'Choosing the layer'],
      ['Bench', 'Hide plate 7'],
    ]) {
      await byRole(page, 'link', room).click();
      await seeText(page, text);
    }
    await byRole(page, 'link', 'Hide plate 7').click();
    await seeText(page, 'Bands');
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeSwaps(page, 11);
    await seeSaved(page);
    const folder = await catchDownloads(page);
    await byRole(page, 'link', 'Recipe not tested on your printer').click();
    await seeText(page, 'At each swap');
    await byRole(page, 'link', 'Checks may fail').click();
    await seeText(page, 'Before you press start');
    await byRole(page, 'link', 'Output').click();
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'File written');
    assert.equal((await folder.file('.gcode')).name, 'hide-plate-7-1-swap.gcode');

    await page.reload();
    await seeText(page, 'Name');
    await page.goto(`${app.url}/jobs/${demoId('Hide plate 7')}`);
    await seeSwaps(page, 11);
    await page.goto(`${app.url}/guide/layers`);
    await seeText(page, 'Choosing the layer');

    // The one thing that needs the server says so.
    await page.goto(`${app.url}/jobs/${demoId('Hide plate 7')}/attend`);
    await byRole(page, 'button', 'Rehearse swaps').click();
    await seeText(page, 'The simulated printer did not start.');
    await seeText(page, 'It runs on the Lamella server');
    await byRole(page, 'button', 'End rehearsal').click();
    await seeText(page, 'When to start');

    // What was never visited, and what there is not, answers with the shell and words.
    for (const [path, words] of [
      ['/run', 'The run cannot be opened'],
      ['/shelf/', '12 of 12 spools'],
      [`/jobs/${demoId('Hide plate 7').replace(/.$/, 'x')}`, 'This job is not in this browser.'],
      ['/jobs/short/checks', 'This job is not in this browser.'],
      ['/logbook/a-print-that-is-nowhere-and-has-a-long-name', 'Print not found'],
      ['/nothing/here', 'Page not found'],
      ['/jobs/a%20b', 'Page not found'],
    ]) {
      await page.goto(`${app.url}${path}`);
      await seeText(page, words);
      await byRole(page, 'link', 'Shelf').wait();
    }

    // A file that another program shares goes to the Bench, and nowhere else.
    await page.evaluate(async (text) => {
      const form = new FormData();
      form.append('file', new File([text], 'Shared box.gcode'));
      await fetch('/share', { method: 'POST', body: form, redirect: 'manual' });
    }, boxPrint());
    // The system's own way to hand a file over, which no test can press. As text, for the page alone.
    await page.evaluateOnNewDocument(
      `Object.defineProperty(window, 'launchQueue', {
        value: { setConsumer: (consumer) => (globalThis.handOver = consumer) },
      });`,
    );
    await page.goto(app.url);
    await byRole(page, 'heading', 'Shared box').wait();
    await seeSaved(page);
    await page.goto(app.url);
    await seeText(page, 'Shared box');
    const opened = JSON.stringify(boxPrint({ layers: 6, width: 22 }));
    await page.evaluate(
      `handOver({ files: [{ getFile: async () => new File([${opened}], 'Opened box.gcode') }] })`,
    );
    await byRole(page, 'heading', 'Opened box').wait();
    await seeSaved(page);
    await page.goto(app.url);
    await seeText(page, 'Opened box');
    const cards = await page.$$eval('ul[aria-label="Jobs"] canvas', (all) => all.length);
    assert.equal(cards, 3);
    const missing = /nothing\/here|a%20b|\/api\/printer/;
    assert.deepEqual(
      complaints.filter((one) => !missing.test(one)),
      [],
    );
  });

  it('a new version is told, and taken when the person wants', async () => {
    const app = await startApp();
    const { page, complaints } = await openPage(bed.browser, { offline: true });
    const file = join(ROOT, 'public/sw.js');
    const kept = readFileSync(file, 'utf8');
    try {
      await seedJobs(page, app.url, ['Hide plate 7']);
      await page.goto(app.url);
      await until(page, () => navigator.serviceWorker.controller !== null);
      writeFileSync(file, kept.replace(/^const VERSION = "/m, '$&next-'));
      await page.evaluate(async () => {
        const registration = await navigator.serviceWorker.getRegistration();
        await registration?.update();
      });
      await seeText(page, 'A new version of Lamella is available.');
      const reloaded = page.waitForNavigation();
      await byRole(page, 'button', 'Update now').click();
      await reloaded;
      await seeText(page, 'Hide plate 7');
      const caches = await page.evaluate(() => globalThis.caches.keys());
      assert.equal(caches.length, 1);
      assert.match(caches[0], /^lamella-next-/);
      assert.deepEqual(complaints, []);
    } finally {
      writeFileSync(file, kept);
      app.stop();
    }
  });
});
