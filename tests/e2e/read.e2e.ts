import assert from 'node:assert/strict';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import { makeBigFile } from '../../bench/bigFile';
import { byRole, openBench, testBed, seeNoText } from './harness/harness';

const folder = mkdtempSync(join(tmpdir(), 'lamella-read-'));

const bed = testBed();

function save(name: string, bytes: string | Uint8Array): string {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
}

async function openWith(...paths: string[]) {
  const opened = await openBench(bed);
  const input = await opened.page.$('input[type="file"]');
  await input?.uploadFile(...paths);
  return opened;
}

describe('reading a file', () => {
  it('can be cancelled, and leaves nothing behind', async () => {
    const { page, complaints } = await openWith(save('large.gcode', makeBigFile(60e6)));
    await byRole(page, 'button', 'Cancel reading large.gcode').click();
    await seeNoText(page, 'large.gcode');
    const names = await page.$$eval('ul[aria-label="Jobs"] h2', (all) =>
      all.map((one) => one.textContent),
    );
    assert.ok(!names.includes('Large'));
    assert.deepEqual(complaints, []);
  });
});
