import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import {
  allByRole,
  byRole,
  openPlan,
  seeNoText,
  seeSaved,
  seeSwaps,
  seeText,
  setValue,
} from './harness/harness';

describe('checks before printing', () => {
  it('are mended by their fix, or known with a note that stays', async () => {
    const { page, complaints } = await openPlan();
    for (const key of ['n', 's', 'ArrowUp', 's'] as const) await page.keyboard.press(key);
    await seeSwaps(page, 11, 12);
    // By day, whatever the clock shows: at night there is more to say.
    await setValue(page, 'input[type="datetime-local"]', '2026-04-06T09:00');
    await byRole(page, 'link', 'Checks may fail').click();
    await seeText(page, 'One layer thin: 0.20 mm of Bone white.');
    await seeText(page, 'One layer rarely hides the colour below it.');
    const fixes = allByRole(page, 'button', 'Merge with band below');
    await fixes[0].click();
    await seeNoText(page, 'One layer thin');

    await seeText(page, 'You have not tested how Ordinary printer stops yet.');
    await byRole(page, 'button', 'Mark as known').click();
    await page.keyboard.type('I stand beside it.');
    await byRole(page, 'button', 'Mark as known').click();
    await seeText(page, 'Your note: I stand beside it.');
    await seeSaved(page);
    await page.reload();
    await seeText(page, 'Your note: I stand beside it.');
    await byRole(page, 'button', 'Reopen').click();
    await byRole(page, 'link', 'Checks may fail').wait();
    await byRole(page, 'button', 'Undo').click();
    await byRole(page, 'link', 'Checks').wait();
    assert.deepEqual(complaints, []);
  });

  it('say at once that a recipe will fail, and lead to it', async () => {
    const { page, complaints } = await openPlan();
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await byRole(page, 'link', 'Recipe not tested on your printer').click();
    await byRole(page, 'button', 'Line to: Your own lines last').click();
    await page.keyboard.type('G91');
    await byRole(page, 'button', 'Add').click();
    await byRole(page, 'link', 'Checks will fail').click();
    await seeText(page, 'does not restore everything: positioning (G90/G91)');
    await byRole(page, 'button', 'Go to Recipe').click();
    await byRole(page, 'button', 'Remove the line G91').click();
    await byRole(page, 'link', 'Checks may fail').click();
    await seeNoText(page, 'Will fail');
    assert.deepEqual(complaints, []);
  });

  it('know when the person sleeps and is out, and lead to the guide', async () => {
    const { page, complaints } = await openPlan();
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await setValue(page, 'input[type="datetime-local"]', '2026-04-06T09:00');
    await page.keyboard.press('i');
    await byRole(page, 'button', 'Add hours').click();
    await byRole(page, 'button', 'Remove out 1').wait();
    await page.keyboard.press('Escape');
    await page.waitForSelector('[title="You are out"]');
    await byRole(page, 'link', 'Checks may fail').click();
    await seeText(page, ', while you are out.');
    await byRole(page, 'link', 'Guide: When to be there').click();
    await seeText(page, 'Choose a good start');
    await byRole(page, 'link', 'Next Learning from prints').click();
    await byRole(page, 'heading', 'Learning from prints').wait();
    await page.goBack();
    await byRole(page, 'heading', 'When to be there').wait();
    await page.goBack();
    await seeText(page, ', while you are out.');
    assert.deepEqual(complaints, []);
  });
});
