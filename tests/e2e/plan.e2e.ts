import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import {
  byRole,
  openPage,
  openPlan,
  seeSaved,
  seeText,
  swapLayers,
  testBed,
  until,
} from './harness/harness';

const bed = testBed();

async function valueOfSlider(page: Page): Promise<string | null> {
  return page.$eval('[role="slider"][aria-label="Layer"]', (one) =>
    one.getAttribute('aria-valuetext'),
  );
}

describe('planning by hand', () => {
  it('scrubs by wheel and keys, drags a flag, and takes it off', async () => {
    const { page, complaints } = await openPlan(bed);
    await page.keyboard.press('ArrowUp');
    await page.keyboard.down('Shift');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.up('Shift');
    assert.match((await valueOfSlider(page)) ?? '', /^layer 12 /);
    const core = await page.$('[role="slider"][aria-label="Layer"]');
    const box = await core?.boundingBox();
    assert.ok(box);
    await page.mouse.move(box.x + box.width / 2, box.y + 50);
    await page.mouse.wheel({ deltaY: -100 });
    await until(page, () =>
      document
        .querySelector('[role="slider"]')
        ?.getAttribute('aria-valuetext')
        ?.startsWith('layer 14 '),
    );

    await page.keyboard.press('s');
    assert.deepEqual(await swapLayers(page), [14]);
    const flag = await page.$('[role="group"][aria-label="Swaps"] button');
    const flagBox = await flag?.boundingBox();
    assert.ok(flagBox);
    const stepAt = await page.$eval('button[aria-label^="Step: layer 26"]', (one) => {
      const { top, height } = one.getBoundingClientRect();
      return top + height / 2;
    });
    await page.mouse.move(flagBox.x + 10, flagBox.y + 10);
    await page.mouse.down();
    const [drawn, followed] = await moveInOneTask(page, stepAt + 4);
    assert.equal(followed.flag, '26');
    assert.notEqual(followed.clock, drawn.clock, 'the gate moves on with its clock');
    assert.notEqual(followed.gate, drawn.gate);
    assert.notEqual(followed.core, drawn.core);
    assert.equal(followed.panel, drawn.panel, 'React draws when the hand rests');
    await page.mouse.move(flagBox.x + 10, stepAt + 40, { steps: 4 });
    await page.mouse.move(flagBox.x + 10, stepAt + 4, { steps: 4 });
    await page.mouse.up();
    assert.deepEqual(await swapLayers(page), [26]);
    await page.keyboard.press('z');
    assert.deepEqual(await swapLayers(page), [14]);
    await byRole(page, 'button', 'Remove the swap before layer 14').click();
    assert.deepEqual(await swapLayers(page), []);
    assert.deepEqual(complaints, []);
  });
});

describe('a first visit', () => {
  it('brings the demo, some of its jobs with a plan', async () => {
    const { page, complaints } = await openPage(bed.browser);
    await page.goto(bed.app.url);
    await until(page, () => document.querySelectorAll('ul[aria-label="Jobs"] canvas').length === 8);
    await seeText(page, '4 swaps');
    await seeSaved(page);
    await page.reload();
    await seeText(page, 'Wader coaster: rim');
    assert.equal((await page.$$('ul[aria-label="Jobs"] h2')).length, 8);
    assert.deepEqual(complaints, []);
  });
});

/** What a page shows of a swap that is dragged. */
interface Followed {
  readonly flag: string;
  readonly clock: string;
  readonly gate: string;
  readonly core: string;
  readonly panel: string;
}

/** Moves the flag that is held to a row, and looks at the page before and after it, with no time between for React. */
function moveInOneTask(page: Page, row: number): Promise<[Followed, Followed]> {
  return page.evaluate((clientY) => {
    const one = (selector: string): HTMLElement => document.querySelector<HTMLElement>(selector)!;
    const look = (): Followed => ({
      flag: one('[data-layer]').textContent,
      clock: one('[data-clock]').textContent,
      gate: one('[aria-label^="Swap 1, "]').style.transform,
      core: document.querySelector<HTMLCanvasElement>('[role="slider"] canvas')!.toDataURL(),
      panel: one('[role="tabpanel"]').textContent,
    });
    const before = look();
    const move = new PointerEvent('pointermove', { bubbles: true, cancelable: true, clientY });
    one('[role="group"][aria-label="Swaps"] button').dispatchEvent(move);
    return [before, look()] as [Followed, Followed];
  }, row);
}
