import assert from 'node:assert/strict';
import { mkdtempSync, readFileSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect } from 'node:tls';
import { describe, it } from 'vitest';
import type { Browser, Page } from 'puppeteer-core';
import { homeCertificate, secureFront } from '../../scripts/lib/home.mjs';
import { HOME_NAME } from './harness/app';
import { violations } from './harness/axe';
import { byRole, prepare, ROOT, seeSaved, seeText, testBed, until } from './harness/harness';

const bed = testBed();
const DEMO = join(ROOT, 'public/demo/hide-plate-7.gcode');
const PHONE = { width: 390, height: 844, isMobile: true, hasTouch: true };

/** A page of a browser that never was here, as a phone of the network has it. */
async function newDevice(browser: Browser): Promise<{ page: Page; complaints: string[] }> {
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  return { page, complaints: await prepare(page, { offline: true, viewport: PHONE }) };
}

/** Opens a sliced file on the Bench of a device. */
async function openFile(page: Page, origin: string): Promise<void> {
  await page.goto(origin);
  const input = await page.waitForSelector('input[aria-label="Sliced file or model"]');
  await (input as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(DEMO);
  await seeText(page, 'Bands');
  await seeSaved(page);
}

describe('in the home network', () => {
  it('works from an address that browsers call unsafe, and says what it lacks there', async () => {
    const origin = bed.app.url.replace('127.0.0.1', HOME_NAME);
    const { page, complaints } = await newDevice(bed.browser);
    await page.goto(origin);
    assert.equal(await page.evaluate(() => isSecureContext), false);
    assert.equal(await page.evaluate(() => 'randomUUID' in crypto || 'subtle' in crypto), false);
    // The demo jobs are read and kept, an own printer and a spool are made.
    await until(page, () => document.querySelectorAll('ul[aria-label="Jobs"] canvas').length === 8);
    // The last of them is drawn before all that was read of it is kept.
    await seeSaved(page);
    await page.goto(`${origin}/shelf`);
    await seeText(page, '12 of 12 spools');
    await byRole(page, 'button', 'New spool').click();
    await page.keyboard.press('Escape');
    await page.goto(origin);
    await page.locator('ul[aria-label="Jobs"] a::-p-text(Hide plate 7)').click();
    await seeText(page, 'Bands');
    await page.goto(page.url().replace(/\/?$/, '/output'));
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'File written');
    await page.goto(page.url().replace('/output', '/attend'));
    await byRole(page, 'button', 'Share run…').click();
    await page.waitForSelector('img[alt="QR code of the link"]');
    await byRole(page, 'button', 'Copy link').click();
    await seeText(page, 'The link is copied.');
    await page.keyboard.press('Escape');
    await byRole(page, 'button', 'Print has started').click();
    await seeText(page, 'Next: swap 1 of 2');
    await page.locator('button[aria-expanded]::-p-text(Alerts)').click();
    await page.locator('a::-p-text(Set up a secure address)').click();
    await seeText(page, 'In the home network');
    await seeText(page, 'This page is not secure');
    assert.deepEqual(await violations(page), []);
    // The browser's own words about an address without https.
    const own = /Cross-Origin-Opener-Policy|loaded over an insecure connection/;
    assert.deepEqual(
      complaints.filter((one) => !own.test(one)),
      [],
    );
    await page.browserContext().close();
  });

  it('is reached by https with a certificate of its own, which a device can trust', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'lamella-home-'));
    const made = await homeCertificate(folder, ['192.0.2.7']);
    assert.equal(made.isNew, true);
    assert.equal(statSync(join(folder, 'key.pem')).mode & 0o077, 0);
    const kept = await homeCertificate(folder, ['192.0.2.7']);
    assert.deepEqual({ ...kept, isNew: true }, made);
    // Another address, or the end of its time, wants another one.
    assert.equal((await homeCertificate(folder, ['192.0.2.7', '192.0.2.8'])).isNew, true);
    const later = new Date(Date.now() + 790 * 86_400_000);
    assert.equal((await homeCertificate(folder, ['192.0.2.7'], later)).isNew, true);
    // Nothing of the key that signed it is left.
    assert.equal(readFileSync(join(folder, 'key.pem'), 'utf8').match(/PRIVATE KEY/g)?.length, 2);

    const { E2E_HOME = folder, E2E_SECURE_PORT } = process.env;
    const certificate = await homeCertificate(E2E_HOME, ['127.0.0.1']);
    const port = Number(E2E_SECURE_PORT);
    const front = secureFront(certificate, () => Number(new URL(bed.app.url).port));
    await new Promise<void>((resolve, reject) => {
      front.once('error', reject).listen(port, '127.0.0.1', resolve);
    });

    // Whoever trusts the authority, and nobody else, trusts the server under its address.
    const trusts = (ca: string | undefined): Promise<boolean> =>
      new Promise((resolve) => {
        const options = { host: '127.0.0.1', port, ca, rejectUnauthorized: false };
        const socket = connect(options, () => {
          resolve(socket.authorized);
          socket.destroy();
        });
      });
    assert.deepEqual([await trusts(certificate.authority), await trusts(undefined)], [true, false]);

    try {
      const origin = `https://127.0.0.1:${port}`;
      const { page, complaints } = await newDevice(bed.browser);
      await page.goto(`${bed.app.url}/home`);
      await seeText(page, 'Trust it on this device');
      assert.deepEqual(await violations(page), []);
      const given = await fetch(`${bed.app.url}/home/certificate`);
      assert.equal(given.headers.get('content-type'), 'application/x-x509-ca-cert');
      const pem = certificate.authority.replace(/-----[^-]+-----|\s/g, '');
      assert.equal(Buffer.from(await given.arrayBuffer()).toString('base64'), pem);
      const href = await page.$eval('ol a[href^="https:"]', (link) => link.getAttribute('href'));
      assert.equal(href, `${origin}/`);

      await openFile(page, origin);
      // What comes with it: the application without its server. A page loads faster once that is kept.
      await page.evaluate(async () => {
        await navigator.serviceWorker.ready;
      });
      await page.goto(`${origin}/home`);
      await seeText(page, 'This page is secure');
      assert.equal(
        await page.evaluate(() => 'randomUUID' in crypto && 'wakeLock' in navigator),
        true,
      );
      front.closeAllConnections();
      await new Promise((resolve) => front.close(resolve));
      await page.goto(`${origin}/jobs/handed-over/attend`);
      await seeText(page, 'No run here');
      await page.goto(origin);
      await page.waitForSelector('ul[aria-label="Jobs"] canvas');
      assert.deepEqual(
        complaints.filter((one) => !/502|ERR_|icon\.svg/.test(one)),
        [],
      );
      await page.browserContext().close();
    } finally {
      front.closeAllConnections();
      front.close();
    }
  });
});
