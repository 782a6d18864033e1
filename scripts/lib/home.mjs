// What `npm run demo -- --home` needs to be reached by https: a certificate of its own, and a server that hands on.
import { createHash, X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { createServer } from 'node:https';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { generate } from 'selfsigned';

/** How long phones take a certificate that its owner has added, days: none takes more than 825. */
const DAYS = 800;
const DAY = 86_400_000;

/** Names by which devices of the network may ask for this machine. */
function ownNames() {
  const name = hostname()
    .toLowerCase()
    .replace(/\.local$/, '');
  return /^[a-z0-9-]+$/.test(name) ? ['localhost', name, `${name}.local`] : ['localhost'];
}

/**
 * The certificate for some addresses of this machine: the one that is kept in a folder, or a new one. It is signed
 * by an authority that exists for it alone: the key of that is thrown away, so that whoever trusts it trusts this one
 * certificate and never another.
 * @returns key and chain for a server, the authority's certificate for those who are to trust it, its SHA-256
 * fingerprint, and whether it was made just now.
 */
export async function homeCertificate(folder, addresses, now = new Date()) {
  const files = { key: 'key.pem', cert: 'certificate.pem', authority: 'lamella-home.crt' };
  const path = (name) => join(folder, files[name]);
  const isThere = Object.keys(files).every((name) => existsSync(path(name)));
  const isNew = !isThere || !serves(readFileSync(path('cert')), addresses, now);
  if (isNew) {
    mkdirSync(folder, { recursive: true });
    const made = await newCertificate(addresses, now);
    for (const name of Object.keys(files)) writeFileSync(path(name), made[name], { mode: 0o600 });
  }
  const read = (name) => readFileSync(path(name), 'utf8');
  const authority = read('authority');
  return {
    key: read('key'),
    cert: read('cert'),
    authority,
    path: path('authority'),
    fingerprint: new X509Certificate(authority).fingerprint256,
    isNew,
  };
}

/** Whether a certificate is good for all addresses, and for a month to come. */
function serves(pem, addresses, now) {
  const certificate = new X509Certificate(pem);
  const [begins, ends] = [certificate.validFrom, certificate.validTo].map((one) => new Date(one));
  const isTime = begins <= now && ends.getTime() > now.getTime() + 30 * DAY;
  return isTime && addresses.every((one) => certificate.checkIP(one));
}

async function newCertificate(addresses, now) {
  const notAfterDate = new Date(now.getTime() + DAYS * DAY);
  const common = { keyType: 'ec', algorithm: 'sha256', notBeforeDate: now, notAfterDate };
  const authority = await generate([{ name: 'commonName', value: 'Lamella at home' }], {
    ...common,
    extensions: [
      { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
      { name: 'keyUsage', keyCertSign: true, critical: true },
    ],
  });
  const [name] = addresses;
  const own = await generate([{ name: 'commonName', value: name ?? 'localhost' }], {
    ...common,
    ca: { key: authority.private, cert: authority.cert },
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: [
          ...ownNames().map((value) => ({ type: 2, value })),
          ...[...new Set(['127.0.0.1', ...addresses])].map((ip) => ({ type: 7, ip })),
        ],
      },
    ],
  });
  return { key: own.private, cert: `${own.cert}\n${authority.cert}`, authority: authority.cert };
}

/** Sum of a certificate's public key, base64: how a browser is told of a single one in tests. */
export function keySum(pem) {
  const key = new X509Certificate(pem).publicKey.export({ type: 'spki', format: 'der' });
  return createHash('sha256').update(key).digest('base64');
}

/**
 * A server that takes https and hands all of it on to one of this machine that takes http; not listening yet.
 * @param port answers at which port that one listens.
 */
export function secureFront({ key, cert }, port) {
  return createServer({ key, cert }, (asked, answer) => {
    const { method, url: path, headers } = asked;
    const handed = request(
      {
        host: '127.0.0.1',
        port: port(),
        method,
        path,
        headers: { ...headers, 'x-forwarded-proto': 'https' },
      },
      (given) => {
        answer.writeHead(given.statusCode ?? 502, given.headers);
        // An answer that breaks off is broken off too: whoever asked would wait for its end for ever.
        given.on('error', () => answer.destroy());
        given.pipe(answer);
      },
    );
    handed.on('error', () => {
      if (!answer.headersSent) answer.writeHead(502, { 'Content-Type': 'text/plain' });
      answer.end('Lamella does not answer just now.\n');
    });
    // A page that is closed ends what it listened to.
    answer.on('close', () => handed.destroy());
    asked.pipe(handed);
  });
}
