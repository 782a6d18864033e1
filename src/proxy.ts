import { NextResponse, type NextRequest } from 'next/server';
import { fixedHeaders } from './headers';

/** Names by which this machine is reached; others have to be allowed by `LAMELLA_HOSTS`. */
const LOOPBACK: readonly string[] = ['localhost', '127.0.0.1', '[::1]'];

/**
 * Stands before every answer. A name that is not this machine's is refused, so that a page from
 * elsewhere cannot reach Lamella under a name of its own; only reading is allowed, but for the simulated
 * printer; and every answer has
 * its Content-Security-Policy: nothing from elsewhere, and inline scripts only with this request's
 * nonce. Styles may be inline because positions are computed while dragging.
 */
export function proxy(request: NextRequest): NextResponse {
  if (!isOwnName(request.headers.get('host'))) {
    return refused(421, 'This name is not one of Lamella’s. Set LAMELLA_HOSTS to allow it.');
  }
  if (request.method !== 'GET' && request.method !== 'HEAD' && !isForStandIn(request)) {
    const answer = refused(405, 'Only GET and HEAD are answered here.');
    answer.headers.set('Allow', 'GET, HEAD');
    return answer;
  }
  const nonce = btoa(crypto.randomUUID());
  const policy = policyWith(`'nonce-${nonce}' 'strict-dynamic'`);
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('Content-Security-Policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('Content-Security-Policy', policy);
  return response;
}

/** The simulated printer takes orders from this page alone: a page from elsewhere has another origin. */
function isForStandIn({ method, nextUrl, headers }: NextRequest): boolean {
  if (method !== 'POST' || !nextUrl.pathname.startsWith('/api/printer')) return false;
  const origin = headers.get('origin');
  const host = headers.get('host');
  return origin === `http://${host}` || origin === `https://${host}`;
}

function isOwnName(host: string | null): boolean {
  const name = (host ?? '').replace(/:\d+$/, '').toLowerCase();
  const allowed = (process.env.LAMELLA_HOSTS ?? '').split(',').map((one) => one.trim());
  return name !== '' && (LOOPBACK.includes(name) || allowed.includes(name));
}

function refused(status: number, why: string): NextResponse {
  const headers = new Headers({ 'Content-Type': 'text/plain; charset=utf-8' });
  for (const { key, value } of fixedHeaders) headers.set(key, value);
  headers.set('Content-Security-Policy', policyWith(''));
  return new NextResponse(`${why}\n`, { status, headers });
}

function policyWith(scripts: string): string {
  const developing = process.env.NODE_ENV === 'development';
  return [
    "default-src 'self'",
    // WebAssembly for the fingerprint and the footprint of files; nothing else may be evaluated.
    `script-src 'self' 'wasm-unsafe-eval' ${scripts}${developing ? " 'unsafe-eval'" : ''}`,
    "worker-src 'self' blob:",
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self'",
    "connect-src 'self'",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}
