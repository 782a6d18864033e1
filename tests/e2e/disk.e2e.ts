import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import {
  closeSync,
  mkdtempSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import type { Browser, Page } from 'puppeteer-core';
import { startBrowser } from './harness/app';
import {
  byRole,
  giveFile,
  prepare,
  ROOT,
  seeSaved,
  seeText,
  testBed,
  until,
} from './harness/harness';
import { demoId, fillDisk, seedJobs } from './harness/seed';

const bed = testBed();
const PLATE = demoId('Hide plate 7');
/** The suite looks at a few evenings; `DISK_RUNS=20` at as many as it takes to meet each way that it can end. */
const RUNS = Number(process.env.DISK_RUNS ?? 2);
const SIZE = '160m';

/** A file system of its own, small enough to be filled. */
interface SmallDisk {
  readonly profile: string;
  /** Takes the last byte of room, or gives it back. */
  readonly fill: (isFull: boolean) => void;
  readonly remove: () => void;
}

/** Mounts one; null where that is not allowed. */
function mountSmallDisk(): SmallDisk | null {
  const folder = mkdtempSync(join(tmpdir(), 'lamella-small-'));
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${SIZE}`, 'tmpfs', folder]);
  if (mounted.status !== 0) {
    rmSync(folder, { recursive: true });
    return null;
  }
  const filler = join(folder, 'filler');
  return {
    profile: join(folder, 'profile'),
    fill: (isFull) => (isFull ? writeUntilFull(filler) : rmSync(filler)),
    remove: () => {
      spawnSync('umount', ['-l', folder]);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

function writeUntilFull(path: string): void {
  const file = openSync(path, 'w');
  try {
    for (let size = 1 << 20; size >= 1; size = Math.floor(size / 2)) {
      const bytes = Buffer.alloc(size);
      try {
        for (;;) writeSync(file, bytes);
      } catch {
        // Smaller pieces may still go in.
      }
    }
  } finally {
    closeSync(file);
  }
}

/** What the rail says once nothing is on its way any more. */
async function saidAtLast(page: Page): Promise<string> {
  await until(page, () => document.querySelector('[data-saving="saving"]') === null);
  return page.$eval('[data-saving]', (one) => (one as HTMLElement).dataset.saving ?? '');
}

const swapsOf = (page: Page): Promise<string[]> =>
  page.evaluate(() => [...new Set(document.body.innerText.match(/before layer \d+/g) ?? [])]);

/** Browsers that are open: none may outlive its test. */
const open = new Set<Browser>();

async function begin(profile: string): Promise<{ browser: Browser; page: Page }> {
  const browser = await startBrowser({ webGl: false, profile });
  open.add(browser);
  browser.once('disconnected', () => open.delete(browser));
  const page = await browser.newPage();
  await prepare(page);
  return { browser, page };
}

/** Ends a browser as a crash or as a person does. */
async function end(browser: Browser, isKilled: boolean): Promise<void> {
  const profile = browser.process()?.spawnargs.find((one) => one.startsWith('--user-data-dir='));
  if (!isKilled) await browser.close();
  else {
    const gone = new Promise((resolve) => browser.once('disconnected', resolve));
    browser.process()?.kill('SIGKILL');
    await gone;
  }
  // The process that keeps the databases may live on a moment, and write into what is taken away meanwhile.
  while (profile !== undefined && isInUse(profile)) {
    await new Promise((resolve) => setImmediate(resolve));
  }
}

/** Whether any process was started with a word, as with the folder of a browser's profile. */
function isInUse(word: string): boolean {
  return readdirSync('/proc').some((name) => {
    if (!/^\d+$/.test(name)) return false;
    try {
      return readFileSync(`/proc/${name}/cmdline`, 'utf8').split('\0').includes(word);
    } catch {
      // It has just ended.
      return false;
    }
  });
}

/** How the evening ends on the full disk. */
const ENDINGS = ['looked at while full', 'dropped', 'killed', 'closed'] as const;

describe('a disk that runs full while a plan is changed', () => {
  for (let run = 0; run < RUNS; run++) {
    const ending = ENDINGS[run % ENDINGS.length];
    it(`gives back what was said to be saved, at the job’s own address: ${ending}, ${run + 1}`, async () => {
      const disk = mountSmallDisk();
      const profile = disk?.profile ?? mkdtempSync(join(tmpdir(), 'lamella-shim-'));
      try {
        let saved: string[] = [];
        const swap = async (page: Page, count: number): Promise<void> => {
          // From the first layer, by steps, to where nothing is swapped yet.
          for (let step = 0; step < count; step++) await page.keyboard.press('n');
          await page.keyboard.press('s');
          await until(
            page,
            (wanted) => new Set(document.body.innerText.match(/before layer \d+/g)).size >= wanted,
            count,
          );
          if ((await saidAtLast(page)) === 'saved') saved = await swapsOf(page);
        };
        const evening = await begin(profile);
        await seedJobs(evening.page, bed.app.url, ['Hide plate 7'], true);
        await evening.page.goto(`${bed.app.url}/jobs/${PLATE}`);
        await seeText(evening.page, 'Bands');
        await swap(evening.page, 1);
        // What a browser keeps beside its databases reaches the disk when it likes, or is closed.
        await end(evening.browser, false);

        const first = await begin(profile);
        await first.page.goto(`${bed.app.url}/jobs/${PLATE}`);
        await seeText(first.page, 'Bands');
        if (disk) disk.fill(true);
        else await fillDisk(first.page, true);
        await swap(first.page, 2);
        if (ending === 'dropped') {
          // Room is made, and the evening goes on: what was not saved is, and what is changed is kept in both places.
          if (disk) disk.fill(false);
          else await fillDisk(first.page, false);
          await byRole(first.page, 'button', 'Undo').click();
          await byRole(first.page, 'button', 'Redo').click();
          await seeSaved(first.page);
          saved = await swapsOf(first.page);
        }
        await end(first.browser, ending === 'killed' || ending === 'looked at while full');
        if (ending === 'looked at while full') {
          const second = await begin(profile);
          await second.page.goto(`${bed.app.url}/jobs/${PLATE}`);
          await until(second.page, () => !document.body.innerText.includes('Reading the print'));
          await end(second.browser, false);
        }
        // A browser that finds its database damaged takes it away as a whole, and keeps all else.
        if (ending === 'dropped') {
          rmSync(join(profile, 'Default/IndexedDB'), { recursive: true, force: true });
        }
        if (ending !== 'dropped') disk?.fill(false);

        const { browser, page } = await begin(profile);
        const began = Date.now();
        await page.goto(`${bed.app.url}/jobs/${PLATE}`);
        await until(page, () =>
          /Bands|The file of Hide plate 7 is missing/.test(document.body.innerText),
        );
        const took = Date.now() - began;
        const isGone = await page.evaluate(() => /is missing/.test(document.body.innerText));
        console.log(
          `${isGone ? 'lost and brought back' : 'kept'} in ${took} ms, ${saved.length} swaps`,
        );
        if (isGone) {
          await giveFile(page, join(ROOT, 'public/demo/hide-plate-7.gcode'), () =>
            byRole(page, 'button', 'Open hide-plate-7.gcode').click(),
          );
          await seeText(page, 'Bands');
        }
        if (ending === 'dropped') assert.ok(isGone);
        assert.ok(saved.length >= 1);
        const back = await swapsOf(page);
        assert.deepEqual(
          saved.filter((one) => !back.includes(one)),
          [],
        );
        await seeSaved(page);
        await browser.close();
      } finally {
        for (const browser of open) await end(browser, true);
        disk?.remove();
      }
    });
  }
});
