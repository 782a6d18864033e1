// Takes the picture of the Bench's first sight, from the built application and the demo data.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { startApp, startBrowser } from '../tests/e2e/harness/app';
import { byRole, openPage, ROOT, seeText } from '../tests/e2e/harness/harness';

const SIZE = { width: 760, height: 420 };

await startApp().then(async (app) => {
  const browser = await startBrowser({ webGl: true });
  try {
    const { page } = await openPage(browser);
    await page.goto(app.url);
    await page.waitForFunction(
      () => document.querySelectorAll('ul[aria-label="Jobs"] canvas').length === 8,
    );
    await byRole(page, 'link', 'Marsh relief tile').click();
    await seeText(page, 'Bands');
    await page.keyboard.press('y');
    await page.waitForSelector('[role="application"] canvas');
    await page.focus('[role="application"]');
    for (let i = 0; i < 2; i++) await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowRight');
    // The picture that the page would save, without its ground, so that it suits both themes.
    await page.evaluate(() => {
      CanvasRenderingContext2D.prototype.fillRect = () => {};
      HTMLCanvasElement.prototype.toBlob = function () {
        (window as unknown as { saved: HTMLCanvasElement }).saved = this;
      };
    });
    await byRole(page, 'button', 'Save picture').click();
    await page.waitForFunction(() => 'saved' in window);
    const data = await page.evaluate(({ width, height }) => {
      const { saved } = window as unknown as { saved: HTMLCanvasElement };
      const out = document.createElement('canvas');
      out.width = width;
      out.height = height;
      const high = (saved.width * height) / width;
      const from = (saved.height - high) / 2;
      out.getContext('2d')?.drawImage(saved, 0, from, saved.width, high, 0, 0, width, height);
      return out.toDataURL('image/webp', 0.86);
    }, SIZE);
    writeFileSync(join(ROOT, 'public/first-sight.webp'), Buffer.from(data.split(',')[1], 'base64'));
  } finally {
    await browser.close();
    app.stop();
  }
});
