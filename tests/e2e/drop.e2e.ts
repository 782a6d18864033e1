import assert from 'node:assert/strict';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import { boxPrint } from '../support/boxPrints';
import { byRole, openPage, seeText, soon, testBed } from './harness/harness';
import { demoId, seedJobs } from './harness/seed';

const bed = testBed();
const PLATE = demoId('Hide plate 7');

const folder = mkdtempSync(join(tmpdir(), 'lamella-dropped-'));
function fileOf(name: string, text: string): string {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
}

/**
 * Drops a file from the disk as a hand does: a page that does not take it is left by the browser for it. The file
 * is held over the page until it is taken there, as the pointer shows: before, nobody hears of the drop.
 */
async function dropFile(page: Page, path: string, at = { x: 640, y: 300 }): Promise<void> {
  const session = await page.createCDPSession();
  const data = { items: [], files: [path], dragOperationsMask: 1 };
  const drag = (type: 'dragEnter' | 'dragOver' | 'dragCancel' | 'drop'): Promise<void> =>
    session.send('Input.dispatchDragEvent', { type, ...at, data });
  await soon(`${path} is not taken`, async () => {
    const over = await page.evaluateHandle(noteDragOver);
    await drag('dragEnter');
    await drag('dragOver');
    if (await over.evaluate(({ last }) => last?.defaultPrevented)) return true;
    await drag('dragCancel');
    return null;
  });
  await drag('drop');
  await session.detach();
}

/** Runs in a page: notes what is dragged over it. */
function noteDragOver(): { last: DragEvent | null } {
  const over: { last: DragEvent | null } = { last: null };
  window.addEventListener('dragover', (event) => (over.last = event), { once: true });
  return over;
}

const LETTER = fileOf('letter.txt', 'Dear warden');
const ROOMS = [
  '/shelf',
  '/printers',
  '/logbook',
  '/guide',
  '/guide/layers',
  '/safe',
  '/home',
  '/run',
  '/draw',
  '/relief',
  '/nothing',
  `/jobs/${PLATE}/attend`,
];

describe('a file that is dropped', () => {
  it('never makes the browser leave a page, and what nobody opens is refused in words', async () => {
    const { page, complaints } = await openPage(bed.browser);
    await seedJobs(page, bed.app.url, ['Hide plate 7'], true);
    for (const room of ROOMS) {
      await page.goto(`${bed.app.url}${room}`, { waitUntil: 'networkidle0' });
      // Its header takes files too, once it is there; what falls beside it is the page's.
      if (room.endsWith('/attend')) await seeText(page, 'No file written yet');
      await dropFile(page, LETTER);
      await seeText(page, 'letter.txt').catch((error: unknown) =>
        assert.fail(`${room}: ${String(error)}`),
      );
      assert.equal(new URL(page.url()).pathname, room);
    }
    await page.goto(`${bed.app.url}/shelf`);
    await byRole(page, 'button', 'New spool').click();
    await byRole(page, 'heading', 'New spool').wait();
    await dropFile(page, LETTER);
    await seeText(page, 'letter.txt was not opened. Close the dialog first');
    await byRole(page, 'heading', 'New spool').wait();
    assert.deepEqual(
      complaints.filter((one) => !one.includes('/nothing')),
      [],
    );
  });

  it('opens where it belongs', async () => {
    const { page, complaints } = await openPage(bed.browser);
    await seedJobs(page, bed.app.url, ['Hide plate 7'], true);
    const go = (room: string) => page.goto(`${bed.app.url}${room}`, { waitUntil: 'networkidle0' });
    await go('/guide');
    await dropFile(page, fileOf('Dropped box.gcode', boxPrint()));
    await byRole(page, 'heading', 'Dropped box').wait();
    await go('/logbook');
    await dropFile(page, fileOf('spools.csv', 'name,material\nReed,PLA\n'));
    await seeText(page, 'Reed');
    await byRole(page, 'heading', 'Spools from a file').wait();
    await go('/shelf');
    await dropFile(page, fileOf('attic.json', '{ "name": "Attic" }'));
    await byRole(page, 'textbox', 'Name').wait();
    await seeText(page, 'Attic');
    await go('/printers');
    await dropFile(page, fileOf('heron.svg', '<svg xmlns="http://www.w3.org/2000/svg"/>'));
    await byRole(page, 'button', 'Draw a plate').click();
    await seeText(page, 'A sign, tag or number');
    assert.deepEqual(complaints, []);
  });

  it('is refused when it is a drawing that is nested too deeply, or refers to itself', async () => {
    const { page, complaints } = await openPage(bed.browser);
    await page.goto(`${bed.app.url}/draw`, { waitUntil: 'networkidle0' });
    const square = '<path d="M0 0h9v9h-9z"/>';
    const svg = (inner: string) =>
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">${inner}</svg>`;
    for (const depth of [250, 1000, 20_000]) {
      await dropFile(
        page,
        fileOf(`deep-${depth}.svg`, svg('<g>'.repeat(depth) + square + '</g>'.repeat(depth))),
      );
      await seeText(page, `deep-${depth}.svg:`);
    }
    await dropFile(
      page,
      fileOf(
        'self.svg',
        svg(`<defs><g id="a"><use href="#a"/>${square}</g></defs><use href="#a"/>`),
      ),
    );
    await seeText(page, 'self.svg:');
    await dropFile(page, fileOf('flat.svg', svg('<g>'.repeat(60) + square + '</g>'.repeat(60))));
    await byRole(page, 'button', 'Replace picture…').wait();
    assert.deepEqual(complaints, []);
  });
});
