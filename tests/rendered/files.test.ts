import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import { unzipSync } from 'fflate';
import { beadsText, runJoined } from '../support/oracles/joinOracle';
import {
  byRole,
  bySelector,
  giveFile,
  openBench,
  ROOT,
  savedFile,
  seeText,
  setValue,
  textOf,
  until,
  type Desk,
} from './harness/harness';

const PARTS = ['base', 'bird', 'rim'];
const COASTER = PARTS.map((part) => `Wader coaster: ${part}`);
const shipped = (part: string): string =>
  readFileSync(join(ROOT, `public/demo/wader-coaster-${part}.gcode`), 'utf8');

/** Makes one job of parts of the coaster, and waits for its plan. */
async function joinParts(page: Desk, parts: readonly string[]): Promise<void> {
  await byRole(page, 'button', 'Print together…').click();
  for (const part of parts) await byRole(page, 'checkbox', `Wader coaster: ${part}`).click();
  await byRole(page, 'button', 'Create one job').click();
  await seeText(page, 'Order of printing');
  await until(page, () => textOf(page).includes('the nozzle dips 1.00 mm'));
}

/** What the output prints is what the files print, but for the strips that prime all files but one. */
function sameBeads(texts: readonly string[], parts: readonly string[]): void {
  const run = runJoined(texts.join(''), null);
  assert.deepEqual(run.faults, []);
  const wanted = parts.flatMap((part, i) => {
    const text = i === 0 ? shipped(part) : shipped(part).replace(/G1 X6[^]*?G92 E0\n/, '');
    return runJoined(text, null).beads;
  });
  assert.deepEqual(beadsText(run.beads), beadsText(wanted));
}

describe('several files as one print', () => {
  it('the coaster comes out as one file, with its swaps and without the others’ edges', async () => {
    const { page, complaints } = await openBench(COASTER);
    await joinParts(page, PARTS);
    assert.equal(page.all('ol[aria-label="Parts"] > li').length, 3);
    await seeText(page, 'Someone must be at the printer 2 times.');
    await byRole(page, 'link', 'Output').click();
    await seeText(page, 'Left out');
    await seeText(page, 'wader-coaster-bird.gcode, lines 1 to 24');
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'File written');
    const { bytes } = await savedFile(page, '.gcode');
    const text = bytes.toString();
    assert.equal(text.match(/^M600$/gm)?.length, 2);
    assert.equal(text.match(/^G28/gm)?.length, 1);
    sameBeads([text], PARTS);
    await page.reload();
    await seeText(page, 'Left out');
    assert.deepEqual(complaints, []);
  });

  it('the coaster comes out as three files that keep hot', async () => {
    const { page, complaints } = await openBench(COASTER);
    await joinParts(page, PARTS);
    await byRole(page, 'link', 'Output').click();
    await byRole(page, 'radio', 'One file for each filament in turn').click();
    await seeText(page, 'stay with the printer');
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, '3 files are written');
    const { name, bytes } = await savedFile(page, '.zip');
    assert.equal(name, 'wader-coaster.zip');
    const files = unzipSync(bytes);
    const names = Object.keys(files).filter((one) => one.endsWith('.gcode'));
    assert.deepEqual(names, [
      'wader-coaster-1of3-A-peat-black.gcode',
      'wader-coaster-2of3-B-bone-white.gcode',
      'wader-coaster-3of3-C-reed-green.gcode',
    ]);
    const texts = names.map((one) => new TextDecoder().decode(files[one]));
    assert.match(new TextDecoder().decode(files['read-me.txt']), /1\. A Peat black/);
    assert.equal(/M104 S0|M140 S0/.test(texts[0] + texts[1]), false);
    sameBeads(texts, PARTS);
    assert.deepEqual(complaints, []);
  });

  it('files are added, replaced, renamed and taken out, and the plan goes along', async () => {
    const { page, complaints } = await openBench(COASTER);
    await joinParts(page, ['base', 'bird']);
    const parts = (): string => page.$eval('ol[aria-label="Parts"]', (list) => list.innerText);
    const open = async (): Promise<void> => {
      await page.keyboard.down('Shift');
      await page.keyboard.press('f');
      await page.keyboard.up('Shift');
      await page.waitForSelector('ol[aria-label="Files of the job"]');
    };
    const demo = (part: string): string => join(ROOT, `public/demo/wader-coaster-${part}.gcode`);
    await open();
    await giveFile(page, demo('rim'), () => byRole(page, 'button', 'Add file…').click());
    await until(
      page,
      () => page.document.querySelectorAll('[aria-label="Files of the job"] > li').length === 3,
    );
    await byRole(page, 'button', 'Use these files').click();
    await until(
      page,
      () => page.document.querySelectorAll('ol[aria-label="Parts"] > li').length === 3,
    );
    assert.match(await parts(), /Peat black[^]*Bone white[^]*Reed green/);
    await open();
    await setValue(page, '[aria-label="Name of file 2"]', 'godwit.gcode');
    await byRole(page, 'button', 'Use these names').click();
    await seeText(page, 'godwit');
    await open();
    await byRole(page, 'button', 'Remove wader-coaster-base.gcode').click();
    await byRole(page, 'button', 'Move wader-coaster-rim.gcode up').click();
    await byRole(page, 'button', 'Use these files').click();
    await until(
      page,
      () => page.document.querySelectorAll('ol[aria-label="Parts"] > li').length === 2,
    );
    assert.match(await parts(), /Reed green[^]*Bone white/);
    assert.doesNotMatch(await parts(), /Peat black/);
    await seeText(page, 'now prints 2 files');
    await bySelector(page, '[data-sonner-toast][data-front="true"] button').click();
    await until(
      page,
      () => page.document.querySelectorAll('ol[aria-label="Parts"] > li').length === 3,
    );
    await open();
    await giveFile(page, demo('rim'), () => byRole(page, 'button', 'Replace godwit.gcode').click());
    await byRole(page, 'button', 'Use these files').click();
    await seeText(page, 'is the same file as');
    assert.deepEqual(complaints, []);
  });

  it('base and bird as they are would hit each other, and it is said where', async () => {
    const { page, complaints } = await openBench(COASTER);
    await joinParts(page, ['base', 'bird']);
    await byRole(page, 'link', 'Output').click();
    await byRole(page, 'button', 'Check original files').click();
    await seeText(page, 'Do not print these files like this.');
    await seeText(page, 'where the print is 1.00 mm higher');
    await page.waitForSelector('svg[aria-label$="would hit the print"]');
    await byRole(page, 'button', 'Fix: write one file for each').click();
    await until(page, () =>
      [...page.document.querySelectorAll('[role="radio"][data-state="checked"]')].some((one) =>
        one.parentElement?.innerText.includes('One file for each sliced file'),
      ),
    );
    assert.deepEqual(complaints, []);
  });
});
