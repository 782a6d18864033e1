import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { homeCertificate, keySum } from '../../../scripts/lib/home.mjs';
import { freePort, startApp, startBrowser } from './app';
import { makeSeeds } from './makeSeeds';

/** Starts one server and one browser for all tests in the browser. Returns how to end them. */
export default async function wholeRun(): Promise<() => Promise<void>> {
  const folder = mkdtempSync(join(tmpdir(), 'lamella-seeds-'));
  const seeds = join(folder, 'seeds.json');
  writeFileSync(seeds, JSON.stringify(await makeSeeds()));
  // The home network as a phone has it, by https too: a test starts the server for that.
  const certificate = await homeCertificate(join(folder, 'home'), ['127.0.0.1']);
  const securePort = String(await freePort());
  const app = await startApp({
    LAMELLA_CERTIFICATE: certificate.path,
    LAMELLA_SECURE_PORT: securePort,
  });
  const trusted = `--ignore-certificate-errors-spki-list=${keySum(certificate.cert)}`;
  const browser = await startBrowser({ webGl: false, more: [trusted] });
  Object.assign(process.env, {
    E2E_SEEDS: seeds,
    E2E_URL: app.url,
    E2E_HOME: join(folder, 'home'),
    E2E_SECURE_PORT: securePort,
    E2E_PLAIN: browser.wsEndpoint(),
  });
  return async () => {
    await browser.close();
    app.stop();
    await app.stopped;
    rmSync(folder, { recursive: true });
  };
}
