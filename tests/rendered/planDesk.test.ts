import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import {
  byRole,
  byText,
  fieldOf,
  openPlan,
  savedFile,
  seeNoText,
  seeSwaps,
  seeText,
  setValue,
  until,
  type Desk,
} from './harness/harness';

async function press(page: Desk, ...keys: string[]): Promise<void> {
  for (const key of keys) await page.keyboard.press(key);
}

/** The texts of the bands' rows, top band first. */
async function bandTexts(page: Desk): Promise<string[]> {
  return page.all('ol[aria-label="Bands"] > li').map((row) => row.innerText);
}

/** Chooses from the menu of a band. */
async function fromBandMenu(page: Desk, layers: string, item: string): Promise<void> {
  await byRole(page, 'button', `Change the band of layers ${layers}`).click();
  await byRole(page, 'menuitem', item).click();
}

describe('steps and bands', () => {
  it('accepts steps ranked by what they recolour, ignores one, and undoes by name', async () => {
    const { page, complaints } = await openPlan('Marsh relief tile', { isEmpty: true });
    await press(page, 't');
    const names = await page.all('ul[aria-label="Steps"] li').map((row) => row.innerText);
    assert.equal(names.length, 4);
    const shares = names.map((name) => Number(/recolours (\d+) %/.exec(name)?.[1]));
    assert.deepEqual(
      shares,
      shares.toSorted((a, b) => b - a),
    );
    assert.match(names[0], /raised shapes? starts? here: [\d.]+ cm² of layer \d+ stay visible/);
    await byRole(page, 'button', 'Ignore the step before layer 23').click();
    await byRole(page, 'button', 'Swap at all steps').click();
    await seeSwaps(page, 7, 11, 17);
    await byRole(page, 'button', 'Show the 1 ignored again').click();
    await press(page, 'a');
    await seeSwaps(page, 7, 11, 17, 23);
    await page.hover('button[aria-label="Undo"]');
    await seeText(page, 'Undo: swap before layer 23');
    assert.deepEqual(complaints, []);
  });

  it('makes bands by height, splits, merges and recolours them', async () => {
    const { page, complaints } = await openPlan('Marsh relief tile', { isEmpty: true });
    await press(page, 't');
    await byRole(page, 'button', 'Make 3 bands').click();
    await seeSwaps(page, 10, 16);
    await press(page, 'b');
    await fromBandMenu(page, '10 to 15', 'Split band before layer 13');
    await seeSwaps(page, 10, 13, 16);
    await fromBandMenu(page, '13 to 15', 'Merge with band above');
    await seeSwaps(page, 10, 13);
    await fromBandMenu(page, '13 to 30', 'Exchange colours with band below');
    assert.match((await bandTexts(page))[0], /Ochre/);
    await byRole(page, 'button', 'All colours').click();
    await byRole(page, 'menuitem', 'In the order of the palette').click();
    const colours = (await bandTexts(page)).map(
      (text) => /Peat black|Bone white|Reed green/.exec(text)?.[0],
    );
    assert.deepEqual(colours, ['Reed green', 'Bone white', 'Peat black']);
    await seeText(page, 'First load: A Peat black.');
    assert.deepEqual(complaints, []);
  });

  it('says what is wrong beside the band, and mends it at a click', async () => {
    const { page, complaints } = await openPlan();
    await press(page, 'n', 's', 'ArrowUp', 's');
    await seeText(page, 'One layer thin: 0.20 mm of Bone white.');
    await byRole(page, 'button', 'Merge with band below').click();
    await seeSwaps(page, 12);
    await press(page, 'End', 's');
    await seeText(page, 'Only the last layer prints in');
    await byRole(page, 'button', 'Remove swap').click();
    await seeSwaps(page, 12);
    assert.deepEqual(complaints, []);
  });

  it('prints one more layer of the old colour when asked, and shows it', async () => {
    const { page, complaints } = await openPlan();
    await press(page, 'n', 's', 'l');
    await seeText(page, 'Layers 12 to 40');
    await seeSwaps(page, 11);
    await press(page, 'l');
    await seeText(page, 'Layers 11 to 40');
    assert.deepEqual(complaints, []);
  });
});

describe('heights by hand', () => {
  it('resolves what is typed, turns to the neighbour, and takes a pasted list', async () => {
    const { page, complaints } = await openPlan();
    await press(page, 'h');
    await page.keyboard.type('2.33 mm');
    await seeText(page, 'the swap goes before layer 12, at 2.24 mm, 0.09 mm lower.');
    await press(page, 'ArrowUp', 'Enter');
    await seeSwaps(page, 13);
    await page.keyboard.type('layers 11, 26');
    await byRole(page, 'button', 'Add 2 swaps').click();
    await seeSwaps(page, 11, 13, 26);
    await page.keyboard.type('label 10');
    await seeText(page, 'A swap is already there.');
    await press(page, 'Enter');
    await seeSwaps(page, 11, 13, 26);
    await page.keyboard.type(' layer 1, 99 mm');
    await seeText(page, 'set the first load instead');
    await seeText(page, 'the print ends at 8.04 mm');

    // A comma that could be both is asked about.
    await page.$eval('#places', (one) => one.select());
    await page.keyboard.type('2,4');
    await seeText(page, 'could be a list or a number with a decimal comma');
    await byRole(page, 'button', 'A height: 2.4').click();
    await seeText(page, 'the swap goes before layer 13');
    assert.deepEqual(complaints, []);
  });
});

describe('a part that will be scaled', () => {
  it('shows where its colours come to, and that only its height moves them', async () => {
    const { page, complaints } = await openPlan();
    await press(page, 'n', 's');
    await seeSwaps(page, 11);
    await press(page, 'c');
    await seeText(page, 'All colour heights stay the same');
    const row = (): string => page.$('[role="dialog"] tbody tr')?.element.textContent ?? '';
    assert.match(row(), /^before layer 112\.04 mm2\.04 mm/);
    (await fieldOf(page, 'Height (Z)').wait()).mark();
    await page.keyboard.type('150');
    await page.keyboard.press('Tab');
    await seeText(page, 'All colour heights move with Z');
    assert.match(row(), /^before layer 112\.04 mm3\.06 mm3\.04 mm$/);
    assert.deepEqual(complaints, []);
  });
});

describe('the ribbon', () => {
  it('tells the time of every swap from a chosen start, and zooms to one', async () => {
    const { page, complaints } = await openPlan();
    await press(page, 'n', 's', 'n', 's');
    await setValue(page, 'input[type="datetime-local"]', '2027-03-04T18:00');
    const gate = await page.waitForSelector(
      'button[aria-label^="Swap 1, before layer 11, at 18:"]',
    );
    assert.ok(gate);
    await gate.click();
    await byRole(page, 'button', 'Whole print').click();
    const hands = await page.$('input[type="number"]');
    hands!.mark();
    await page.keyboard.type('10');
    await press(page, 'Tab');
    const rows = await page
      .all('table caption')
      .filter((one) => one.textContent === 'The print in time')
      .flatMap((one) => [...(one.parentElement?.querySelectorAll('tbody tr') ?? [])])
      .map((row) => row.textContent ?? '');
    assert.equal(rows.length, 7);
    assert.match(rows[0], /^18:00Heating and homing/);
    assert.match(rows[2], /^18:\d\dSwap to B Bone white, before layer 1111 min$/);
    await seeText(page, 'Someone must be at the printer 2 times. Longest without a swap:');
    assert.deepEqual(complaints, []);
  });
});

describe('the keyboard', () => {
  it('comes back to where it was after each dialog, the palette and a deletion', async () => {
    const { page, complaints } = await openPlan();
    const focused = () => page.document.activeElement?.getAttribute('aria-label') ?? '';
    await page.focus('button[aria-label="Job menu"]');
    const before = await focused();
    for (const [key, text] of [
      ['?', 'Single-key shortcuts'],
      ['f', 'Filaments of this plan'],
      ['u', 'Purge and cost'],
    ] as const) {
      await page.keyboard.press(key);
      await seeText(page, text);
      await page.keyboard.press('Escape');
      await until(page, () => focused() === before);
    }
    await press(page, 'n', 's', 'w');
    await seeText(page, 'File written');
    assert.equal(await focused(), before);
    await byRole(page, 'link', 'Plan').click();
    // Output has such a button as well: not before Plan is there.
    await seeText(page, 'Bands');
    await byRole(page, 'button', 'Write file').click();
    await until(page, () => page.document.activeElement?.id === 'proof-title');
    assert.deepEqual(complaints, []);
  });

  it('lets its single keys be switched off', async () => {
    const { page, complaints } = await openPlan();
    await press(page, '?');
    await byText(page, 'Single-key shortcuts').click();
    await press(page, 'Escape');
    await press(page, 'n', 's');
    await byRole(page, 'button', 'Next step').click();
    await seeSwaps(page);
    await page.keyboard.down('Control');
    await press(page, 'k');
    await page.keyboard.up('Control');
    await page.waitForSelector('[cmdk-input]');
    await page.keyboard.type('every step');
    await press(page, 'Enter');
    await seeSwaps(page, 11, 26);
    assert.deepEqual(complaints, []);
  });
});

describe('keys and touch', () => {
  it('moves a flag by its keys, zooms the core and finds actions by name', async () => {
    const { page, complaints } = await openPlan();
    await press(page, 'n', 's');
    await page.focus('[role="group"][aria-label="Swaps"] button');
    await press(page, 'ArrowUp', 'ArrowUp');
    await seeSwaps(page, 13);
    // It goes on from where it is also right after an undo, before the panels are drawn.
    await press(page, 'ArrowUp');
    await page.keyboard.down('Control');
    await press(page, 'z');
    await page.keyboard.up('Control');
    await press(page, 'ArrowDown');
    await seeSwaps(page, 12);
    await press(page, '=', '=');
    const numbers = await page.$eval('[role="slider"][aria-label="Layer"]', (one) =>
      [...(one.parentElement?.querySelectorAll('[aria-hidden] span') ?? [])]
        .map((span) => Number(span.textContent))
        .filter((value) => value > 0),
    );
    assert.ok(Math.max(...numbers) < 30, numbers.join());
    await page.keyboard.down('Control');
    await press(page, 'k');
    await page.keyboard.up('Control');
    await page.waitForSelector('[cmdk-input]');
    await page.keyboard.type('every step');
    await press(page, 'Enter');
    await seeSwaps(page, 11, 12);
    await press(page, '0');
    await seeSwaps(page, 11, 12, 26);
    assert.deepEqual(complaints, []);
  });

  it('writes and saves the plan as it is, also before a moved swap is drawn', async () => {
    const { page, complaints } = await openPlan();
    await press(page, 'n', 's', ']');
    await page.keyboard.press('w');
    const { bytes } = await savedFile(page, '.gcode');
    assert.match(bytes.toString(), /^; lamella: swap 1.* before layer 12,/m);
    await seeText(page, 'File written');
    await byRole(page, 'link', 'Plan').click();
    await seeSwaps(page, 12);
    await press(page, '[');
    await page.keyboard.down('Control');
    await press(page, 's');
    await page.keyboard.up('Control');
    const { bytes: plan } = await savedFile(page, '-plan.json');
    assert.match(plan.toString(), /"layer": ?11\b/);
    assert.deepEqual(complaints, []);
  });

  it('works through a whole plan by keyboard alone', async () => {
    const { page, complaints } = await openPlan();
    await press(page, 'a', 'n', 's', '3', 'd', 'b', 'p', '5');
    const [top, middle, bottom] = await bandTexts(page);
    assert.match(top, /Reed green/);
    assert.match(middle, /Ochre/);
    assert.match(bottom, /Peat black/);
    await press(page, 'w');
    await seeText(page, 'File written');
    assert.deepEqual(complaints, []);
  });
});

describe('the station', () => {
  it('is kept as it is while another one is shown, and shows what has changed meanwhile', async () => {
    const { page, complaints } = await openPlan();
    await press(page, 'n', 's');
    await seeSwaps(page, 11);
    const { element } = await page.waitForSelector('ol[aria-label="Bands"]');
    await byRole(page, 'link', 'Recipe not tested on your printer').click();
    await seeText(page, 'Type of stop');
    await seeNoText(page, 'From above');
    assert.ok(element.isConnected);
    // Its own keys do nothing there.
    await press(page, 'n', 's');
    await byRole(page, 'button', 'Undo').click();
    await byRole(page, 'link', 'Plan').click();
    await seeText(page, 'From above');
    await seeSwaps(page);
    assert.equal(page.$('ol[aria-label="Bands"]')?.element, element);
    assert.deepEqual(complaints, []);
  });
});

describe('the way round', () => {
  it('is shown once on a demo job, can be skipped and found again', async () => {
    const { page, complaints } = await openPlan('Hide plate 7', { isFirstVisit: true });
    await seeText(page, 'The core is your print, standing up');
    await byRole(page, 'button', 'Next').click();
    await seeText(page, 'Swap where a step is');
    await byRole(page, 'button', 'Skip tour').click();
    await page.reload();
    await seeText(page, 'Bands');
    assert.equal(await page.$('section[aria-label="Tour"]'), null);
    await byRole(page, 'button', 'Job menu').click();
    await byRole(page, 'menuitem', 'Show tour').click();
    for (let step = 1; step < 5; step++) await byRole(page, 'button', 'Next').click();
    await seeText(page, '5 of 5');
    await byRole(page, 'button', 'Done').click();
    assert.equal(await page.$('section[aria-label="Tour"]'), null);
    assert.deepEqual(complaints, []);
  });
});
