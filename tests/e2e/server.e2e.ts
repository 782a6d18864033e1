import assert from 'node:assert/strict';
import { readdirSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import { describe, it } from 'node:test';
import { openPage, ROOT, seeText, testBed } from './harness';

const bed = testBed();

interface Answer {
  readonly status: number;
  readonly headers: Readonly<Record<string, string | string[] | undefined>>;
  readonly body: string;
}

/** Asks the server as any program might: with another method, or under another name. */
function ask(path: string, method = 'GET', host?: string): Promise<Answer> {
  const { hostname, port } = new URL(bed.app.url);
  return new Promise((resolve, reject) => {
    const asked = request(
      { hostname, port, path, method, headers: host === undefined ? {} : { host } },
      (answer) => {
        let body = '';
        answer.on('data', (chunk: Buffer) => (body += chunk.toString()));
        answer.on('end', () =>
          resolve({ status: answer.statusCode ?? 0, headers: answer.headers, body }),
        );
      },
    );
    asked.on('error', reject);
    asked.end();
  });
}

const chunk = (): string =>
  readdirSync(join(ROOT, '.next/static/chunks')).find((name) => name.endsWith('.js')) ?? '';
const paths = (): readonly string[] => [
  '/',
  '/nothing-here',
  '/%zz',
  '/_next/static/nothing.js',
  `/_next/static/chunks/${chunk()}`,
  '/demo/hide-plate-7.gcode',
  '/icon.svg',
  '/sw.js',
  '/manifest.webmanifest',
];

describe('the server', () => {
  it('gives every answer its headers, and lets no inline script in without its nonce', async () => {
    for (const path of paths()) {
      const { headers, body } = await ask(path);
      const policy = String(headers['content-security-policy']);
      assert.match(policy, /default-src 'self'/, path);
      assert.match(policy, /frame-ancestors 'none'/, path);
      assert.doesNotMatch(policy, /https?:|\*/, path);
      assert.equal(headers['x-content-type-options'], 'nosniff', path);
      assert.equal(headers['referrer-policy'], 'no-referrer', path);
      assert.equal(headers['x-frame-options'], 'DENY', path);
      if (!String(headers['content-type']).startsWith('text/html')) continue;
      const nonce = /'nonce-([^']+)'/.exec(policy)?.[1];
      for (const [script] of body.matchAll(/<script[^>]*>/g)) {
        assert.ok(script.includes(`nonce="${nonce}"`) || script.includes('src='), script);
      }
    }
  });

  it('answers to the names of this machine only', async () => {
    for (const path of paths()) {
      assert.equal((await ask(path, 'GET', 'marsh.example')).status, 421, path);
      assert.equal((await ask(path, 'GET', '127.0.0.1.marsh.example')).status, 421, path);
    }
    for (const host of ['localhost', 'LOCALHOST:80', '127.0.0.1', '[::1]:4310']) {
      assert.equal((await ask('/shelf', 'GET', host)).status, 200, host);
    }
  });

  it('lets nothing be done but reading', async () => {
    for (const path of paths()) {
      for (const method of ['POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS']) {
        const { status, headers } = await ask(path, method);
        assert.equal(status, 405, `${method} ${path}`);
        assert.equal(headers.allow, 'GET, HEAD');
      }
    }
    assert.equal((await ask('/', 'HEAD')).status, 200);
  });

  it('says so when there is no such job', async () => {
    const { page, complaints } = await openPage(bed.browser);
    await page.goto(`${bed.app.url}/jobs/no-such-job`);
    await seeText(page, 'This job is not in this browser');
    assert.deepEqual(complaints, []);
  });
});
