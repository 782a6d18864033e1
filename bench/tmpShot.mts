import { startApp, startBrowser } from '../tests/e2e/app';
import { byRole, openPage, seeText } from '../tests/e2e/harness';
const app = await startApp(); const browser = await startBrowser({ webGl: false });
const { page, complaints } = await openPage(browser);
const wait = (ms: number) => new Promise(r => setTimeout(r, ms));
await page.goto(app.url); await page.waitForFunction(() => document.querySelectorAll('ul[aria-label="Jobs"] canvas').length === 8);
await byRole(page, 'button', 'Print together…').click();
for (const part of ['base', 'bird', 'rim']) await byRole(page, 'checkbox', `Wader coaster: ${part}`).click();
await byRole(page, 'button', 'Make one job').click();
await seeText(page, 'Order of printing');
const t = Date.now();
await page.waitForFunction(() => document.body.innerText.includes('nozzle dips 1.00'));
console.log('orders', Date.now() - t);
await byRole(page, 'link', 'Output').click(); await wait(500);
await byRole(page, 'button', 'Write file').click();
for (let i = 0; i < 8; i++) { await wait(1500); const text = await page.evaluate(() => document.querySelector('main')?.innerText ?? ''); console.log(text.slice(0, 500).replace(/\n/g, ' | ')); if (text.includes('is written')) break; }
await page.screenshot({ path: '/tmp/k4.png' });
console.log(complaints);
process.exit(0);
