import { startApp, startBrowser } from '../tests/e2e/app';
import { seedJobs, demoId } from '../tests/e2e/seed';
import { writeFileSync, rmSync, statfsSync } from 'node:fs';
const app = await startApp(); const b = await startBrowser({ webGl: false, profile: '/tmp/small/p' });
const page = await b.newPage(); await page.setViewport({width:1280,height:800});
await page.evaluateOnNewDocument(() => { localStorage.setItem('lamella-tour-seen','1'); Object.defineProperty(navigator, 'serviceWorker', { value: undefined }); });
page.on('console', m => { if (m.type()==='error') console.log('CONSOLE', m.text()); }); page.on('pageerror', e => console.log('PAGEERR', e));
const free = () => { const s = statfsSync('/tmp/small'); return (s.bavail*s.bsize/1e6).toFixed(2)+' MB'; };
const saved = () => page.$eval('[data-saving]', e => (e as HTMLElement).dataset.saving + ' | ' + (e as HTMLElement).innerText.replace(/\s+/g,' '));
const wait = (ms:number) => new Promise(r=>setTimeout(r,ms));
await seedJobs(page, app.url, ['Hide plate 7','Tide dial']);
console.log('free after seed', free());
await page.goto(`${app.url}/jobs/${demoId('Hide plate 7')}`);
await page.waitForFunction(()=>document.body.innerText.includes('Bands'),{polling:100});
await page.keyboard.press('n'); await page.keyboard.press('s'); await wait(2500);
console.log('before full:', await saved(), free());
// fill
let n=0; try { for(;;n++) writeFileSync('/tmp/small/fill'+n, Buffer.alloc(200_000)); } catch {}
try { for(let k=0;;k++) writeFileSync('/tmp/small/tiny'+k, Buffer.alloc(4096)); } catch {}
console.log('full:', free());
for (let i=0;i<6;i++){ await page.keyboard.press('n'); await page.keyboard.press('s'); await wait(4000); console.log('edit',i, await saved(), free()); }
console.log((await page.evaluate(()=>document.body.innerText)).match(/[^\n]*(disk|room|not saved|Not saved|kept)[^\n]*/gi)?.slice(0,12));
const flags = () => page.evaluate(()=>[...document.querySelectorAll('[role="group"][aria-label="Swaps"] button')].map(e=>e.textContent?.slice(-30)));
console.log('flags', await flags());
await page.screenshot({path:'/tmp/disk.png'});
page.on('dialog', d => { console.log('DIALOG', d.type()); d.accept(); });
await page.reload().catch(e=>console.log('reload', String(e).slice(0,100))); await wait(5000);
console.log('after reload while full', await saved().catch(String), await flags().catch(String));
console.log((await page.evaluate(()=>document.body.innerText)).slice(0,500).replace(/\n+/g,' | '));
for (let k=0;k<=n;k++) rmSync('/tmp/small/fill'+k,{force:true}); await wait(500);
await page.goto(`${app.url}/jobs/${demoId('Hide plate 7')}`).catch(String); await wait(5000);
console.log('after room', await saved().catch(String), await flags(), free());
await page.goto(app.url); await wait(3000); console.log((await page.evaluate(()=>document.body.innerText)).slice(0,600).replace(/\n+/g,' | '));
await b.close(); app.stop();
