import assert from 'node:assert/strict';
import { join } from 'node:path';
import { beforeEach, describe, it } from 'vitest';
import { build } from 'esbuild';
import type { Page } from 'puppeteer-core';
import { DRAWINGS, NOT_FOLLOWED } from '../support/drawings';
import type { Likeness } from './harness/drawingPage';
import { openPage, ROOT, testBed } from './harness/harness';

const bed = testBed();

/** Side of the pictures that are compared, px. */
const SIDE = 900;
/** As many pixels may differ, in shares of all: a few beside an edge are mixed otherwise. */
const MOST_OTHER = 0.002;

/** Bundles what reads and compares drawings, so that it can be asked without a screen around it. */
async function reader(): Promise<string> {
  const built = await build({
    entryPoints: [join(ROOT, 'tests/e2e/harness/drawingPage.ts')],
    bundle: true,
    write: false,
    format: 'iife',
    tsconfig: join(ROOT, 'tsconfig.json'),
  });
  return built.outputFiles[0].text;
}

function compare(page: Page, ours: string, theirs = ours): Promise<Likeness> {
  return page.evaluate(
    `compareDrawings(${JSON.stringify(ours)}, ${JSON.stringify(theirs)}, ${SIDE})`,
  ) as Promise<Likeness>;
}

describe('drawings', () => {
  let page: Page;
  beforeEach(async () => {
    ({ page } = await openPage(bed.browser));
    // Where the program stands: its rules for what a page may do hold for drawings too.
    await page.goto(`${bed.app.url}/draw`);
    await page.evaluate(await reader());
  });

  it('look as the browser shows them', async () => {
    const wrong: string[] = [];
    for (const { name, svg } of DRAWINGS) {
      const { other, leftOut } = await compare(page, svg);
      if (other > MOST_OTHER || leftOut.length > 0)
        wrong.push(`${name}: ${other.toFixed(4)} ${leftOut.join()}`);
    }
    assert.deepEqual(wrong, []);
    assert.ok(DRAWINGS.length >= 60, `${DRAWINGS.length} drawings`);
  });

  it('would be told from another one', async () => {
    const [butt, round] = DRAWINGS;
    const { other } = await compare(page, butt.svg, round.svg);
    assert.ok(other > MOST_OTHER, String(other));
  });

  it('name what cannot be followed', async () => {
    for (const { svg, leftOut, name } of NOT_FOLLOWED) {
      assert.deepEqual((await compare(page, svg)).leftOut, leftOut, name);
    }
  });
});
