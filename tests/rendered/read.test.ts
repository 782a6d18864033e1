import assert from 'node:assert/strict';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import { zipSync } from 'fflate';
import {
  allByRole,
  byRole,
  openBench,
  ROOT,
  savedFile,
  seeNoText,
  seeText,
  until,
} from './harness/harness';

const DEMO = readFileSync(join(ROOT, 'public/demo/hide-plate-7.gcode'), 'utf8');
const folder = mkdtempSync(join(tmpdir(), 'lamella-read-'));

function save(name: string, bytes: string | Uint8Array): string {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
}

async function openWith(...paths: string[]) {
  const opened = await openBench();
  const input = await opened.page.$('input[type="file"]');
  await input?.uploadFile(...paths);
  return opened;
}

describe('reading a file', () => {
  it('shows what it holds, goes to a finding’s line, and takes a stop over as a swap', async () => {
    const text = DEMO.replace('; layer 10 of', 'M600 ; hand swap\n; layer 10 of')
      .replace('M140 S60', '; printing time = 40m\nM0 Load black\nM140 S60')
      .replace('; layer 20 of', 'M106 S#1\n; layer 20 of');
    const { page, complaints } = await openWith(save('hide_stop.gcode', text));
    await byRole(page, 'link', 'Read 1 to check').click();
    await seeText(page, 'File contents');
    await seeText(page, '0.24 mm thick');
    await seeText(page, '40 min');
    await seeText(page, 'before anything is printed: it asks for the first filament');

    const odd = text.split('\n').indexOf('M106 S#1') + 1;
    await byRole(page, 'button', `line ${odd}`).click();
    await until(
      page,
      () => page.document.querySelector('.lamella-gone-to')?.textContent === 'M106 S#1',
    );

    const radios = allByRole(page, 'radio', 'Convert to swap');
    assert.equal(radios.length, 2);
    await seeText(page, 'The printer stops here as the file says.');
    await seeNoText(page, 'Lamella adds a swap to your plan');
    await radios[1].click();
    await seeText(page, 'Lamella adds a swap to your plan');
    await byRole(page, 'link', 'Plan').click();
    await seeText(page, 'Bands');
    await byRole(page, 'button', 'Remove the swap before layer 11').wait();
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, '(M600) is removed.');
    assert.deepEqual(complaints, []);
  });

  it('leaves a stop inside a layer in its place, and moves the time left by the swaps', async () => {
    const text = DEMO.replace(/(; layer 15 of[^]*?\n(?:.*\n){30})/, '$1M0 Magnets\n').replace(
      '; layer 5 of',
      'M73 P10 R40\n; layer 5 of',
    );
    const { page, complaints } = await openWith(save('magnets.gcode', text));
    await seeText(page, 'Bands');
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await byRole(page, 'link', 'Read').click();
    await seeText(page, 'inside layer 16, between two lines: it belongs there');
    const [takeOver] = allByRole(page, 'radio', 'Convert to swap');
    assert.equal(await (takeOver as HTMLButtonElement).disabled, true);
    await byRole(page, 'link', 'Output').click();
    await seeText(page, 'stays, inside layer 16');
    await byRole(page, 'checkbox', 'Add swap time').click();
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, '(M73 P10 R40) is replaced');
    const { bytes } = await savedFile(page, '1-swap.gcode');
    assert.match(bytes.toString(), /^M73 P10 R4[34]$/m);
    assert.match(bytes.toString(), /^M0 Magnets$/m);
    assert.deepEqual(complaints, []);
  });

  it('opens several files at once, and a zip with one in it', async () => {
    const { page, complaints } = await openWith(
      save('first_sign.gco', DEMO),
      save('second_sign.zip', zipSync({ 'plate.gcode': new TextEncoder().encode(DEMO) })),
    );
    // Whether they are one print or several is asked.
    await byRole(page, 'button', 'Open as separate jobs').click();
    await seeText(page, 'First sign');
    await seeText(page, 'Second sign');
    assert.deepEqual(complaints, []);
  });

  it('says so when the browser has no room for it, and what to do', async () => {
    const { page, complaints } = await openBench();
    page.profile.room = { quota: 1_000_000, usage: 800_000 };
    const input = await page.$('input[type="file"]');
    await input?.uploadFile(save('no_room.gcode', DEMO));
    await seeText(page, 'the browser has 200 kB left for Lamella. Delete a job');
    assert.deepEqual(complaints, []);
  });
});
