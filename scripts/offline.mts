// After the build: writes the service worker with the list of everything that it keeps.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { GUIDE_PAGES } from '../src/core/guide/pages';
import { ROOT } from './lib/install.mjs';

const STATIC = join(ROOT, '.next/static');
const PUBLIC = join(ROOT, 'public');

function filesIn(folder: string, prefix: string): string[] {
  return readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((one) => one.isFile())
    .map((one) => `${prefix}${join(one.parentPath, one.name).slice(folder.length)}`);
}

const assets = [
  ...filesIn(STATIC, '/_next/static').filter((path) => !path.endsWith('.map')),
  ...filesIn(PUBLIC, '').filter((path) => path !== '/sw.js'),
  '/icon.svg',
  '/manifest.webmanifest',
].sort();
const pages = [
  '/',
  '/shelf',
  '/safe',
  '/logbook',
  '/draw',
  '/relief',
  '/run',
  '/home',
  '/jobs/handed-over/attend',
  '/jobs/handed-over/attend/sheet',
  '/printers',
  '/guide',
  ...GUIDE_PAGES.map(({ id }) => `/guide/${id}`),
];
const stations = [
  '',
  '/model',
  '/hand',
  '/read',
  '/recipe',
  '/checks',
  '/output',
  '/attend',
  '/attend/sheet',
];
const idPages = [...stations.map((station) => `/jobs/:id${station}`), '/logbook/:id'];
const source = readFileSync(join(ROOT, 'src/offline/serviceWorker.js'), 'utf8');
const build = readFileSync(join(ROOT, '.next/BUILD_ID'), 'utf8').trim();
const version = createHash('sha256').update(build).update(source).digest('hex').slice(0, 12);
const constants = { VERSION: version, ASSETS: assets, PAGES: pages, ID_PAGES: idPages };
const head = Object.entries(constants).map(
  ([name, value]) => `const ${name} = ${JSON.stringify(value)};\n`,
);
writeFileSync(join(PUBLIC, 'sw.js'), head.join('') + source);
console.log(
  `public/sw.js keeps ${assets.length} files and ${pages.length + idPages.length} pages.`,
);
