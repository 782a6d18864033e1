import assert from 'node:assert/strict';
import { readdirSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import { openPage, ROOT, seeText, testBed } from './harness/harness';

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

  it('drives the simulated printer for this page alone, and says what it cannot do', async () => {
    const { origin } = new URL(bed.app.url);
    const post = (path: string, body: string, from = origin): Promise<Response> =>
      fetch(`${origin}${path}`, { method: 'POST', body, headers: { Origin: from } });
    const start = (options: unknown, body = 'G28\nG4 S600\nM600\nG4 S60\n'): Promise<Response> =>
      post(`/api/printer?options=${encodeURIComponent(JSON.stringify(options))}`, body);
    assert.equal((await post('/api/printer', 'G28\n', 'http://elsewhere.test')).status, 405);
    assert.equal((await post('/', 'G28\n')).status, 405);
    assert.equal((await start({ speed: 1e9 })).status, 400);
    assert.equal((await start({}, '')).status, 400);
    assert.equal((await start({}, 'x'.repeat(11e6))).status, 413);
    const ids: string[] = [];
    for (let i = 0; i < 4; i++) {
      const made = await start({ speed: 600 });
      assert.equal(made.status, 201);
      ids.push(((await made.json()) as { id: string }).id);
    }
    assert.equal((await start({})).status, 429);

    const [id] = ids;
    const gone = new AbortController();
    const events = await fetch(`${origin}/api/printer/${id}/events`, { signal: gone.signal });
    assert.match(String(events.headers.get('content-type')), /event-stream/);
    const reader = events.body!.getReader();
    let news = '';
    const state = /"phase":"waiting"[^\n]*"stops":1/;
    while (!state.test(news)) news += new TextDecoder().decode((await reader.read()).value);
    gone.abort();
    const act = (body: unknown): Promise<Response> =>
      post(`/api/printer/${id}`, JSON.stringify(body));
    assert.equal((await act({ action: 'explode' })).status, 400);
    assert.equal((await act({ action: 'fault', fault: 'lose-place' })).status, 200);
    const went = await act({ action: 'resume' });
    assert.match(await went.text(), /"isPlaceLost":true/);
    assert.equal((await act({ action: 'resume' })).status, 409);
    for (const one of ids) await post(`/api/printer/${one}`, '{"action":"close"}');
    assert.equal((await act({ action: 'pause' })).status, 404);
  });
});
