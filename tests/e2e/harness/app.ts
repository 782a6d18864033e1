import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import puppeteer, { type Browser } from 'puppeteer-core';
import { chromiumPath } from '../../../scripts/lib/install.mjs';

export const ROOT = fileURLToPath(new URL('../../..', import.meta.url));

/** The built application on a free port of this machine. */
export interface RunningApp {
  readonly url: string;
  readonly stop: () => void;
  /** Resolves once it is gone. */
  readonly stopped: Promise<void>;
}

// Two processes side by side begin at different ones.
let nextPort = 20_000 + (process.pid % 1000) * 8;

/**
 * A port of this machine that nobody listens at, a new one each time, and none that the system gives to whoever
 * asks for any: one of those is taken by the next connection of a browser, before the server that it was meant
 * for listens.
 */
export async function freePort(): Promise<number> {
  while (nextPort < 32_768) {
    const port = nextPort++;
    if (await isFree(port)) return port;
  }
  throw new Error('All ports for tests are taken.');
}

/** Whether nobody listens at a port. */
async function isFree(port: number): Promise<boolean> {
  return new Promise((resolve) => {
    const server = createServer();
    server.on('error', () => resolve(false));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
  });
}

/** A name under which a browser of the tests finds this machine as a phone of the home network does: without https. */
export const HOME_NAME = 'lamella-home.test';

/** Starts the built application and waits until it says that it is ready. */
export async function startApp(env: Readonly<Record<string, string>> = {}): Promise<RunningApp> {
  const port = await freePort();
  const server: ChildProcess = spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(port)],
    {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'inherit'],
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', LAMELLA_HOSTS: HOME_NAME, ...env },
    },
  );
  await new Promise<void>((resolve, reject) => {
    server.on('exit', () => reject(new Error('The application did not start. Was it built?')));
    createInterface({ input: server.stdout! }).on('line', (line) => {
      if (line.includes('Ready')) resolve();
    });
  });
  const stopped = new Promise<void>((resolve) => server.on('exit', () => resolve()));
  return { url: `http://127.0.0.1:${port}`, stop: () => server.kill(), stopped };
}

interface BrowserOptions {
  /** False for a browser that draws in two dimensions only, which is much quicker without a graphics processor. */
  readonly webGl: boolean;
  /** More to be said to it at its start. */
  readonly more?: readonly string[];
  /** Where it keeps what it stores; a new folder when left out. */
  readonly profile?: string;
}

/** Starts Chromium without a window and without calls to anywhere. */
export async function startBrowser({
  webGl,
  profile,
  more = [],
}: BrowserOptions): Promise<Browser> {
  const executablePath = chromiumPath();
  if (!executablePath) throw new Error('Chromium is missing; npm test installs it.');
  return puppeteer.launch({
    executablePath,
    headless: true,
    timeout: 60_000,
    protocolTimeout: 60_000,
    userDataDir: profile ?? mkdtempSync(join(tmpdir(), 'lamella-chromium-')),
    args: [
      '--no-sandbox',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      // A page that was left is gone, with all that it kept open.
      '--disable-features=BackForwardCache',
      // What slides and fades is waited for, and looks no different at its end.
      '--force-prefers-reduced-motion',
      `--host-resolver-rules=MAP ${HOME_NAME} 127.0.0.1`,
      ...more,
      ...(webGl
        ? ['--use-angle=swiftshader', '--enable-unsafe-swiftshader']
        : ['--disable-gpu', '--disable-3d-apis']),
    ],
  });
}
