import assert from 'node:assert/strict';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import {
  byRole,
  giveFile,
  openPage,
  seeSaved,
  seeText,
  setValue,
  testBed,
} from './harness/harness';

const bed = testBed();
describe('the shelf', () => {
  it('takes a colour from a photo', async () => {
    const dried = "::-p-xpath(//label[contains(., 'Dried')]//input)";
    const { page, complaints } = await openPage(bed.browser);
    await page.setContent('<body style="background: rgb(180, 60, 40)">');
    const photo = join(mkdtempSync(join(tmpdir(), 'lamella-photo-')), 'spool.png');
    writeFileSync(photo, await page.screenshot({ clip: { x: 0, y: 0, width: 300, height: 200 } }));
    await page.goto(`${bed.app.url}/shelf`);
    await byRole(page, 'button', 'New spool').click();
    await seeText(page, 'How it covers');
    await page.locator("::-p-xpath(//label[contains(., 'Name')]//input)").fill('Brick dust');
    await giveFile(page, photo, () => byRole(page, 'button', 'From photo…').click());
    const shown = await page.waitForSelector('[aria-label^="Photo."]');
    await shown?.click();
    const colour = () =>
      page.$eval('input[type="color"]', (one) => (one as HTMLInputElement).value);
    assert.equal(await colour(), '#b43c28');
    await setValue(page, dried, '2026-04-02');
    await byRole(page, 'button', 'Save').click();
    await seeSaved(page);
    await page.reload();
    await byRole(page, 'button', 'Edit Brick dust').click();
    await page.waitForSelector('input[type="color"]');
    assert.equal(await colour(), '#b43c28');
    assert.equal(await page.$eval(dried, (one) => (one as HTMLInputElement).value), '2026-04-02');
    assert.deepEqual(complaints, []);
  });
});
