import assert from 'node:assert/strict';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import { makeHidePlate } from '../../demo/jobs/hidePlate';
import {
  byRole,
  openPage,
  savedFile,
  seeNoText,
  seeText,
  type Desk,
  type Found,
} from './harness/harness';

const FILE = join(mkdtempSync(join(tmpdir(), 'lamella-newcomer-')), 'reed_bed.gcode');
writeFileSync(FILE, makeHidePlate(0.2));

/** The question of the first visit. */
const QUESTION = 'How does your printer stop for a swap?';

async function openOwn(page: Desk): Promise<void> {
  const field = await page.waitForSelector('input[aria-label="Sliced file or model"]');
  await (field as Found).uploadFile(FILE);
}

describe('the first ten minutes', () => {
  it('lead from a file of one’s own to the written one with three presses', async () => {
    const { page, complaints } = openPage({ isFirstVisit: true });
    await page.goto('/');
    let presses = 0;
    const press = async (name: string): Promise<void> => {
      presses++;
      await byRole(page, 'button', name).click();
    };
    await openOwn(page);
    await seeText(page, '2 swaps suggested, before layers 11 and 26');
    await press('I do not know');
    await press('Swap at all steps');
    await press('Write file');
    await seeText(page, 'File written');
    // And what comes next is said on the spot.
    await seeText(page, 'Load A Peat black');
    assert.match((await savedFile(page, '.gcode')).name, /2-swaps\.gcode$/);
    assert.equal(presses, 3);
    assert.equal(await page.$('[role="dialog"]'), null);

    await page.goto('/');
    await openOwn(page);
    await seeText(page, 'Bands');
    await seeNoText(page, QUESTION);
    assert.deepEqual(complaints, []);
  });

  it('ask once how the printer stops, and plan new jobs for the answer', async () => {
    const { page, complaints } = openPage({ isFirstVisit: true });
    await page.goto('/');
    await seeText(page, QUESTION);
    await byRole(page, 'button', 'With a pause command').click();
    await seeText(page, 'Saved as “My printer”');
    await seeNoText(page, QUESTION);
    await openOwn(page);
    await seeText(page, 'Bands');
    await byRole(page, 'link', 'Recipe not tested on your printer').click();
    await seeText(page, 'Stops by: pause command');
    await page.reload();
    await seeText(page, 'Stops by: pause command');
    assert.deepEqual(complaints, []);
  });
});
