import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import {
  byRole,
  demoId,
  openPage,
  openPlan,
  seeSaved,
  seeText,
  textOf,
  type Desk,
} from './harness/harness';
import type { Profile } from './harness/profile';

const PLATE = demoId('Hide plate 7');

/** Every screen that shows something stored. */
const STORED = [
  '/',
  '/shelf',
  '/printers',
  '/safe',
  '/logbook',
  '/logbook/some-print',
  `/jobs/${PLATE}`,
  `/jobs/${PLATE}/output`,
  `/jobs/${PLATE}/attend`,
  `/jobs/${PLATE}/attend/sheet`,
];

/** The browser takes orders for its databases, and never answers. */
function silence({ indexedDB }: Profile): void {
  const open = indexedDB.open.bind(indexedDB);
  indexedDB.open = (...asked) => {
    const request = open(...asked);
    for (const kind of ['success', 'error', 'blocked', 'upgradeneeded']) {
      request.addEventListener(kind, (event) => event.stopImmediatePropagation());
    }
    return request;
  };
}

const mainText = (page: Desk): string => page.document.querySelector('main')?.textContent ?? '';

describe('a storage that cannot be used', () => {
  for (const [name, spoil, words] of [
    [
      'is not there',
      (profile: Profile) => Object.assign(profile, { indexedDB: undefined }),
      'This browser does not allow storage.',
    ],
    ['does not answer', silence, 'The browser’s storage is not responding'],
  ] as const) {
    it(`${name}: every screen says so, and what can be done`, async () => {
      await Promise.all(
        STORED.map(async (path) => {
          const { page, complaints } = openPage();
          spoil(page.profile);
          await page.goto(path);
          await seeText(page, words);
          const text = mainText(page);
          assert.match(text, /Try again|Reload page/, path);
          assert.doesNotMatch(text, /does not exist|not found|No file written/, path);
          assert.deepEqual(complaints, [], path);
        }),
      );
    });
  }

  it('is removed while a page is open: that is said, and nothing of an update', async () => {
    const { page, complaints } = await openPlan();
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeSaved(page);
    await new Promise((resolve) => {
      page.profile.indexedDB.deleteDatabase('lamella').onsuccess = resolve;
    });
    await seeText(page, 'The browser has lost Lamella’s storage');
    assert.doesNotMatch(textOf(page), /updated in another tab/);
    await byRole(page, 'button', 'Use the new storage').click();
    await seeText(page, 'The file of Hide plate 7 is missing');
    assert.deepEqual(complaints, []);
  });

  it('is of a newer Lamella: the page says so and offers to be reloaded', async () => {
    const { page, complaints } = await openPlan();
    await new Promise((resolve) => {
      const opening = page.profile.indexedDB.open('lamella', 999);
      opening.onsuccess = () => {
        opening.result.close();
        resolve(null);
      };
    });
    await seeText(page, 'Lamella was updated in another tab');
    await byRole(page, 'button', 'Reload page').wait();
    assert.doesNotMatch(textOf(page), /has lost/);
    assert.deepEqual(complaints, []);
  });
});
