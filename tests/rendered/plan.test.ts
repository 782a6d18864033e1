import assert from 'node:assert/strict';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import { gzipSync } from 'fflate';
import { sourceOf } from '../../src/core/byteSource';
import { readGcode } from '../../src/core/read/reader';
import { ORDINARY_PRINTER } from '../../src/core/motion/limits';
import { proveOutput } from '../../src/core/proof/proof';
import {
  byRole,
  byText,
  openBench,
  openPlan,
  ROOT,
  savedFile,
  seeSaved,
  seeText,
  seeSwaps,
  until,
  type Desk,
} from './harness/harness';

const DEMO = readFileSync(join(ROOT, 'public/demo/hide-plate-7.gcode'));

async function valueOfSlider(page: Desk): Promise<string | null> {
  return page.$eval('[role="slider"][aria-label="Layer"]', (one) =>
    one.getAttribute('aria-valuetext'),
  );
}

describe('planning by hand', () => {
  it('goes from the demo to a proven file with two swaps', async () => {
    const { page, complaints } = await openPlan();

    await byRole(page, 'button', 'Next step').click();
    assert.match(
      (await valueOfSlider(page)) ?? '',
      /^layer 11 · labelled 10 in the file · 2\.04 to 2\.24 mm$/,
    );
    await page.keyboard.press('s');
    await page.keyboard.press('n');
    await byRole(page, 'button', 'Swap before layer 26').click();
    await seeSwaps(page, 11, 26);
    await seeText(page, 'Someone must be at the printer 2 times.');

    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'File written');
    const { name, bytes } = await savedFile(page, '.gcode');
    assert.equal(name, 'hide-plate-7-2-swaps.gcode');
    const reading = readGcode(DEMO, ORDINARY_PRINTER);
    const proof = await proveOutput(sourceOf(DEMO), sourceOf(bytes), { reading, planned: null });
    assert.deepEqual(
      proof.checks.filter((check) => !check.ok),
      [],
    );
    assert.equal(proof.checks.filter((check) => check.check === 4).length, 2);
    assert.deepEqual(complaints, []);
  });

  it('keeps the plan through a reload, and undoes', async () => {
    const { page, complaints } = await openPlan();
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await page.keyboard.press('3');
    await page.keyboard.press('t');
    await byRole(page, 'button', 'Swap here, at the step before layer 26').click();
    await seeSaved(page);
    await page.reload();
    await seeText(page, 'Bands');
    await seeSwaps(page, 11, 26);
    await seeText(page, 'Reed green');

    await byRole(page, 'button', 'Remove the swap before layer 11').click();
    await seeSwaps(page, 26);
    await byRole(page, 'button', 'Undo').click();
    await seeSwaps(page, 11, 26);
    await page.keyboard.down('Shift');
    await page.keyboard.press('z');
    await page.keyboard.up('Shift');
    await seeSwaps(page, 26);
    assert.deepEqual(complaints, []);
  });

  it('changes the filament of a band from the palette', async () => {
    const { page, complaints } = await openPlan();
    await byRole(page, 'button', 'Filament of layers 1 to 40: A Peat black').click();
    const choice = await byText(page, 'Heron grey').wait();
    await choice.click();
    await seeText(page, 'First load: G Heron grey.');
    assert.deepEqual(complaints, []);
  });
});

describe('files that are no prints', () => {
  const cases: readonly [string, Uint8Array, string][] = [
    ['empty.gcode', new Uint8Array(0), 'The file is empty: it holds 0 bytes.'],
    [
      'photo.gcode',
      new Uint8Array([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 0, 0]),
      'This is a picture (PNG)',
    ],
    ['moves.gcode', Buffer.from('G28\nG1 X10 Y10\n'), 'No move in this file prints anything'],
    [
      'cut.gcode',
      Buffer.concat([DEMO.subarray(0, 40_000), Buffer.from('\nG1 X12.5 Y')]),
      'ends in the middle of a line',
    ],
    ['nothing.gcode.gz', gzipSync(new Uint8Array(0)), 'The gzip file is empty'],
  ];

  it('are refused each in its own words, and no job is lost', async () => {
    const { page, complaints } = await openBench();
    const folder = mkdtempSync(join(tmpdir(), 'lamella-bad-'));
    const input = await page.$('input[type="file"]');
    assert.ok(input);
    for (const [name, bytes, sentence] of cases) {
      const path = join(folder, name);
      writeFileSync(path, bytes);
      await input.uploadFile(path);
      await seeText(page, sentence);
      await byRole(page, 'button', `Dismiss the message about ${name}`).click();
    }
    await until(
      page,
      () => page.document.querySelectorAll('ul[aria-label="Jobs"] h2').length === 1,
    );
    assert.deepEqual(complaints, []);
  });

  it('do not keep a good one out: gzip is opened, deleted and brought back', async () => {
    const { page, complaints } = await openBench();
    const folder = mkdtempSync(join(tmpdir(), 'lamella-good-'));
    const path = join(folder, 'reed_sign.gcode.gz');
    writeFileSync(path, gzipSync(DEMO));
    const input = await page.$('input[type="file"]');
    await input?.uploadFile(path);
    await seeText(page, 'Bands');
    await byRole(page, 'link', 'Bench').click();
    await byRole(page, 'button', 'Delete Reed sign').click();
    await seeText(page, 'Reed sign is deleted');
    await byRole(page, 'button', 'Undo').click();
    await seeText(page, 'reed_sign.gcode.gz');
    assert.deepEqual(complaints, []);
  });
});
