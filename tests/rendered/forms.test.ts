import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import {
  byRole,
  fieldOf,
  openPage,
  openPlan,
  seeNoText,
  seeSaved,
  seeText,
  until,
  type Desk,
  type Found,
} from './harness/harness';

async function emptyField(page: Desk, label: string): Promise<Found> {
  const field = await fieldOf(page, label).wait();
  field.mark();
  await page.keyboard.press('Backspace');
  return field;
}

/** Types over what stands in a field. */
async function typeInto(page: Desk, label: string, text: string): Promise<void> {
  const field = await emptyField(page, label);
  await field.type(text);
}

/** Puts a text in at once, as pasting does: what it begins with is never in the field alone, and so never kept. */
async function pasteInto(page: Desk, label: string, text: string): Promise<void> {
  await emptyField(page, label);
  await page.user.paste(text);
}

const valueOf = async (page: Desk, label: string): Promise<string> =>
  (await fieldOf(page, label).wait()).element.value;

describe('a form', () => {
  it('saves good numbers as they are typed, and says at the field what it does not take', async () => {
    const { page, complaints } = await openPlan();
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await byRole(page, 'link', 'Recipe not tested on your printer').click();
    const before = await valueOf(page, 'Beeps');
    await pasteInto(page, 'Beeps', '2.5');
    await page.keyboard.press('Tab');
    await seeText(page, 'Enter a whole number from 0 to 20.');
    // The wrong number stays, so that it can be mended; what is kept is as before.
    assert.equal(await valueOf(page, 'Beeps'), '2.5');
    const wrong = await fieldOf(page, 'Beeps').wait();
    const { element } = wrong;
    const id = element.getAttribute('aria-describedby') ?? '';
    const error = page.document.getElementById(id)?.textContent;
    assert.deepEqual(
      [element.getAttribute('aria-invalid'), error],
      ['true', 'Enter a whole number from 0 to 20.'],
    );
    await wrong.focus();
    await page.keyboard.press('Escape');
    await seeNoText(page, 'Enter a whole number');
    assert.equal(await valueOf(page, 'Beeps'), before);

    await typeInto(page, 'Beeps', '7');
    await page.keyboard.press('Tab');
    await seeSaved(page);
    await page.reload();
    await until(page, () =>
      [...page.document.querySelectorAll('label')].some(
        (one) => one.textContent?.startsWith('Beeps') && one.querySelector('input')?.value === '7',
      ),
    );
    // A field that nobody types into follows what is kept.
    await typeInto(page, 'Beeps', '8');
    await page.keyboard.press('Tab');
    await byRole(page, 'button', 'Undo').click();
    await until(page, () =>
      [...page.document.querySelectorAll('label')].some(
        (one) => one.textContent?.startsWith('Beeps') && one.querySelector('input')?.value === '7',
      ),
    );
    assert.deepEqual(complaints, []);
  });

  it('that is saved by a button leads to the first wrong field, and loses nothing', async () => {
    const { page, complaints } = openPage();
    await page.goto('/shelf');
    await byRole(page, 'button', 'New spool').click();
    await typeInto(page, 'Left', '640');
    await typeInto(page, 'Name', ' ');
    await typeInto(page, 'Density', '40');
    await page.keyboard.press('Tab');
    await seeText(page, 'Enter a number from 0.5 to 10.');
    await byRole(page, 'button', 'Save').click();
    await seeText(page, 'Enter a name.');
    await until(page, () => page.document.activeElement?.getAttribute('name') === 'name');
    assert.equal(await valueOf(page, 'Left'), '640');
    await typeInto(page, 'Name', 'Reed');
    await typeInto(page, 'Density', '1,3');
    await byRole(page, 'button', 'Save').click();
    await byRole(page, 'button', 'Edit Reed').click();
    assert.equal(await valueOf(page, 'Density'), '1.3');
    assert.equal(await valueOf(page, 'Left'), '640');
    assert.deepEqual(complaints, []);
  });
});
