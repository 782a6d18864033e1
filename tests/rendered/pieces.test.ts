import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import { byRole, choose, openPage, seeNoText, seeSaved, seeText } from './harness/harness';

describe('the printer as it is', () => {
  it('is told where it homes, and its head as boxes', async () => {
    const { page, complaints } = openPage();
    await page.goto('/printers');
    await byRole(page, 'button', /^Old bittern/).click();
    await seeText(page, 'Until you say so, Lamella only warns');
    await choose(page, 'Homes Z', 'over the bed’s middle');
    await choose(page, 'Finds the bed with', 'a probe');
    await seeText(page, 'It homes Z at X 130 Y 100');
    await byRole(page, 'button', 'Fan duct').click();
    await seeText(page, 'Fan duct, above the tip');
    await seeSaved(page);
    await page.reload();
    await byRole(page, 'button', /^Old bittern/).click();
    await seeText(page, 'It homes Z at X 130 Y 100');
    await byRole(page, 'button', 'Remove Fan duct').click();
    await seeNoText(page, 'Fan duct, above the tip');
    assert.deepEqual(complaints, []);
  });
});
