import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import { sourceOf } from '../../src/core/byteSource';
import { proveOutput } from '../../src/core/proof/proof';
import { ORDINARY_PROFILE } from '../../src/core/printer/printer';
import { readGcode } from '../../src/core/read/reader';
import { runParts } from '../support/oracles/partsOracle';
import {
  byRole,
  choose,
  fieldOf,
  openPlan,
  ROOT,
  savedFile,
  seeNoText,
  seeSaved,
  seeText,
  until,
} from './harness/harness';

const shipped = (name: string): Buffer => readFileSync(join(ROOT, 'public/demo', name));

/** Waits until the ribbon says so many swaps. */
async function seeCount(page: Parameters<typeof seeText>[0], swaps: number): Promise<void> {
  await seeText(page, `Someone must be at the printer ${swaps} times.`);
}

describe('parts side by side', () => {
  it('the dial goes from opening to a proven file in the best order', async () => {
    const { page, complaints } = await openPlan('Tide dial');
    // It comes planned: three parts, layer by layer.
    await seeText(page, 'Order of printing');
    await seeCount(page, 10);
    await byRole(page, 'radio', 'As sliced').click();
    await seeCount(page, 14);
    await byRole(page, 'button', 'Filament of Part T2: E Ochre').click();
    await byRole(page, 'menuitemradio', 'Brick red').click();
    await seeText(page, 'F Brick red');
    await byRole(page, 'radio', 'Colour by colour').click();
    await seeCount(page, 4);
    (await page.waitForSelector('input[aria-label="Maximum nozzle dip, mm"]')).mark();
    await page.keyboard.type('0.8');
    await page.keyboard.press('Tab');
    await seeCount(page, 2);
    await seeText(page, 'Neighbours within reach of the nozzle');

    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'File written');
    await seeText(page, 'Everything the file prints occurs once');
    const { name, bytes } = await savedFile(page, '.gcode');
    assert.equal(name, 'tide-dial-2-swaps.gcode');
    const input = shipped('tide-dial.gcode');
    const reading = readGcode(input, ORDINARY_PROFILE);
    const proof = await proveOutput(sourceOf(input), sourceOf(bytes), { reading, planned: null });
    assert.deepEqual(
      proof.checks.filter((check) => !check.ok),
      [],
    );
    const run = runParts(bytes.toString(), 'D Tide blue', null);
    assert.deepEqual(run.faults, []);
    assert.equal(run.stops, 2);
    const colours = new Set(run.lines.map(({ filament }) => filament));
    assert.deepEqual([...colours].sort(), ['B Bone white', 'D Tide blue', 'F Brick red']);
    assert.deepEqual(complaints, []);
  });

  it('have of a swap all that a print of one part has', async () => {
    const { page, complaints } = await openPlan('Tide dial');
    await seeCount(page, 10);
    for (let layer = 1; layer < 10; layer++) await page.keyboard.press('ArrowUp');
    // The part that is worked on takes a swap of its own, as a flag on the core.
    await page.keyboard.press('s');
    await byRole(page, 'button', 'Remove the swap before layer 10').click();
    await byRole(page, 'tab', 'By hand').click();
    await choose(page, 'Swaps of', 'Part T1');
    await page.type('#places', '11');
    await page.keyboard.press('Enter');
    await byRole(page, 'tab', 'Parts').click();
    await seeText(page, 'from layer 11');
    await byRole(page, 'button', 'Remove the swap before layer 11 from Part T1').click();
    await seeNoText(page, 'from layer 11');

    await byRole(page, 'link', 'Recipe not tested on your printer').click();
    await byRole(page, 'radio', 'Ochre in layer 9').click();
    await seeText(page, 'Part T2, from layer 9 on');
    const fan = await fieldOf(page, 'Fan').wait();
    await fan.type('40');
    await page.keyboard.press('Tab');
    await seeText(page, 'M106 S102');
    await byRole(page, 'button', 'Warning').click();
    await byRole(page, 'radio', 'minutes').click();
    await seeText(page, 'Warning 1: minutes ahead');

    await byRole(page, 'link', 'Output').click();
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'File written');
    const { bytes } = await savedFile(page, '.gcode');
    const text = bytes.toString();
    assert.ok(text.match(/^; lamella: sets fan 40$/gm)!.length >= 4);
    assert.ok(text.includes('; lamella: warning 1 of '));
    assert.deepEqual(runParts(text, 'D Tide blue', null).faults, []);
    assert.deepEqual(complaints, []);
  });

  it('a file that stops at every change is proposed, corrected, and its stops are taken over', async () => {
    const { page, complaints } = await openPlan('Window sign');
    await seeText(page, 'Order of printing');
    await seeCount(page, 9);
    assert.equal(page.all('ol[aria-label="Parts"] > li').length, 3);
    // In layer 1 two stops stand for changes; the person says that one of them leads to another part.
    const first = await page.waitForSelector('[role="combobox"][aria-label^="Part after line"]');
    const label = (await first?.element.getAttribute('aria-label')) ?? '';
    assert.match((await first?.element.textContent) ?? '', /^Part P2/);
    await choose(page, label, 'another part');
    await until(
      page,
      () => page.document.querySelectorAll('ol[aria-label="Parts"] > li').length === 4,
    );
    await byRole(page, 'button', 'Undo').click();
    await until(
      page,
      () => page.document.querySelectorAll('ol[aria-label="Parts"] > li').length === 3,
    );
    // The same on the sheet, by keys: the tag that lies on the lines themselves.
    const onSheet = '[role="combobox"][aria-label^="Part of these lines"]';
    await (await page.waitForSelector(onSheet))!.focus();
    await page.keyboard.type('a');
    await until(
      page,
      () => page.document.querySelectorAll('ol[aria-label="Parts"] > li').length === 4,
    );
    await byRole(page, 'button', 'Undo').click();
    await until(
      page,
      () => page.document.querySelectorAll('ol[aria-label="Parts"] > li').length === 3,
    );

    await byRole(page, 'radio', 'Fewest swaps').click();
    await seeCount(page, 6);
    await byRole(page, 'button', 'Move Part P3 up in layer 1').click();
    await seeText(page, 'Reset order of this layer');
    await byRole(page, 'button', 'Reset order of this layer').click();
    await seeNoText(page, 'Reset order of this layer');
    await seeSaved(page);
    await page.reload();
    await seeCount(page, 6);

    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'File written');
    const { bytes } = await savedFile(page, '.gcode');
    const text = bytes.toString();
    assert.equal(text.match(/^M600$/gm)?.length, 6);
    assert.equal(text.match(/^PAUSE/gm), null);
    const run = runParts(text, 'D Tide blue', null);
    assert.deepEqual(run.faults, []);
    assert.equal(new Set(run.lines.map(({ filament }) => filament)).size, 3);
    const original = runParts(shipped('window-sign.gcode').toString(), '', null);
    assert.equal(run.lines.length, original.lines.length);
    assert.deepEqual(complaints, []);
  });
});
