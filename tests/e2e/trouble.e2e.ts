import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import { byRole, openPage, seeText, testBed } from './harness/harness';
import { demoId } from './harness/seed';

const bed = testBed();
const PLATE = demoId('Hide plate 7');

/** A screen of each kind: all of them are looked at without a browser. */
const STORED = ['/', '/logbook/some-print', `/jobs/${PLATE}`, `/jobs/${PLATE}/attend`];

const forbidden = (name: string): string =>
  `Object.defineProperty(window, '${name}', { get() { throw new DOMException('no', 'SecurityError') } })`;

describe('a storage that cannot be used', () => {
  it('is forbidden: every screen says so, and what can be done', async () => {
    const { page, complaints } = await openPage(bed.browser);
    await page.evaluateOnNewDocument(forbidden('indexedDB'));
    for (const path of STORED) {
      await page.goto(`${bed.app.url}${path}`);
      await seeText(page, 'This browser does not allow storage.');
      const text = await page.$eval('main', (main) => main.innerText);
      assert.match(text, /Try again|Reload page/, path);
      assert.doesNotMatch(text, /does not exist|not found|No file written/, path);
    }
    assert.deepEqual(complaints, []);
  });

  it('has no second place: the screens say what is kept once only', async () => {
    const { page, complaints } = await openPage(bed.browser);
    await page.evaluateOnNewDocument(forbidden('localStorage'));
    await page.goto(`${bed.app.url}/shelf`);
    await seeText(page, 'This browser does not let Lamella keep a backup copy of your spools');
    await byRole(page, 'link', 'Save everything to a file').click();
    await seeText(page, 'Save to a file');
    assert.deepEqual(
      // The tests’ own mark that the tour was seen.
      complaints.filter((one) => !one.includes('SecurityError') && one !== 'page: no'),
      [],
    );
  });
});
