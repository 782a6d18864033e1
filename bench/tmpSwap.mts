import { startApp, startBrowser } from '../tests/e2e/app';
import { openPage, seeText } from '../tests/e2e/harness';
import { demoId, seedJobs } from '../tests/e2e/seed';
import { writeFileSync } from 'node:fs';
const app = await startApp();
process.env.E2E_URL = app.url;
const browser = await startBrowser({ webGl: process.argv[2] !== 'flat' });
const { page } = await openPage(browser);
await seedJobs(page, app.url, ['Marsh relief tile']);
await page.goto(`${app.url}/jobs/${demoId('Marsh relief tile')}`);
await seeText(page, 'Bands');
for (const key of ['End', 'ArrowDown', 'ArrowDown', 's', 'v'] as const)
  await page.keyboard.press(key);
await new Promise((r) => setTimeout(r, 3000));
const m0 = await page.metrics();
const session = await page.createCDPSession();
await session.send('Profiler.enable');
await session.send('Profiler.setSamplingInterval', { interval: 200 });
await session.send('Profiler.start');
const N = 50;
for (let i = 0; i < N; i++) {
  await page.keyboard.press(i % 2 === 0 ? ']' : '[');
  await new Promise((r) => setTimeout(r, 120));
}
const { profile } = await session.send('Profiler.stop');
writeFileSync('/tmp/swap.cpuprofile', JSON.stringify(profile));
const m1 = await page.metrics();
for (const k of [
  'TaskDuration',
  'ScriptDuration',
  'LayoutDuration',
  'RecalcStyleDuration',
] as const)
  console.log(k, ((((m1[k] ?? 0) - (m0[k] ?? 0)) * 1000) / N).toFixed(1));
console.log(
  'layouts',
  (m1.LayoutCount! - m0.LayoutCount!) / N,
  'styles',
  (m1.RecalcStyleCount! - m0.RecalcStyleCount!) / N,
);
await browser.close();
app.stop();
