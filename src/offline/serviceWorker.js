// Keeps the whole application in the browser, so that it works without its server. The build puts a copy
// of this file into public/, with VERSION, ASSETS, PAGES and ID_PAGES before it.
/* global VERSION, ASSETS, PAGES, ID_PAGES */

const CACHE = `lamella-${VERSION}`;
/** Stands for the id of a job or a print in what is kept of its pages; any id is put in its place. */
const SOME_ID = '00000000-0000-4000-8000-ffffffffffff';
/** Files that were shared with Lamella wait here until the Bench takes them. */
const SHARED = 'shared-files';
/** An address that no page has: what the server answers is kept for all of them. */
const NO_PAGE = '/no-such-page';
/** How a page is asked for by the address bar, and by a link inside of the application. */
const KINDS = { document: {}, part: { RSC: '1' } };

const keyOf = (kind, path) => `/kept/${kind}${path}`;

self.addEventListener('install', (event) => {
  event.waitUntil(fill());
});

async function fill() {
  const cache = await caches.open(CACHE);
  await cache.addAll(ASSETS);
  const pages = [...PAGES, ...ID_PAGES.map((path) => path.replace(':id', SOME_ID))];
  await Promise.all(
    pages.flatMap((path) =>
      Object.entries(KINDS).map(async ([kind, headers]) => {
        const response = await fetch(kind === 'part' ? `${path}?_rsc` : path, {
          headers,
          cache: 'no-store',
        });
        if (!response.ok) throw new Error(`${path} answered ${response.status}`);
        await cache.put(keyOf(kind, path), response);
      }),
    ),
  );
  await cache.put(keyOf('document', NO_PAGE), await fetch(NO_PAGE, { cache: 'no-store' }));
}

self.addEventListener('activate', (event) => {
  event.waitUntil(takeOver());
});

async function takeOver() {
  const names = await caches.keys();
  const old = names.filter((name) => name.startsWith('lamella-') && name !== CACHE);
  await Promise.all(old.map((name) => caches.delete(name)));
  // The page that brought this worker is kept offline from now on, and not only the next one.
  await self.clients.claim();
}

// A new version waits until the person takes it.
self.addEventListener('message', ({ data }) => {
  if (data === 'take-over') self.skipWaiting();
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (url.origin !== location.origin) return;
  if (request.method === 'POST' && url.pathname === '/share') {
    event.respondWith(takeShared(request));
    return;
  }
  if (request.method !== 'GET') return;
  if (ASSETS.includes(url.pathname)) {
    event.respondWith(kept(url.pathname, request));
    return;
  }
  // Parts that are fetched in advance have a form of their own; the click asks again.
  if (request.headers.has('Next-Router-Prefetch')) return;
  const isPart = request.headers.get('RSC') === '1';
  if (isPart || request.mode === 'navigate') {
    event.respondWith(page(isPart ? 'part' : 'document', url.pathname, request));
  }
});

async function kept(key, request) {
  const cache = await caches.open(CACHE);
  const found = await cache.match(key);
  if (!found) return fetch(request);
  // A kept answer brings its own address along; a worker reads its orders from the one it was asked by.
  const { body, status, headers } = found;
  return new Response(body, { status, headers });
}

async function page(kind, asked, request) {
  const path = asked.replace(/(?<=.)\/$/, '');
  const cache = await caches.open(CACHE);
  // Runs that came from another device have one place for all of them.
  if (await cache.match(keyOf(kind, path))) return kept(keyOf(kind, path), request);
  const [, room, id, station] = /^(\/(?:jobs|logbook)\/)([\w-]+)((?:\/[a-z]+)*)$/.exec(path) ?? [];
  const found = id && (await cache.match(keyOf(kind, `${room}${SOME_ID}${station}`)));
  if (!found) return unknownPage(kind, request);
  const text = await found.text();
  const { status, headers } = found;
  return new Response(text.replaceAll(SOME_ID, id), { status, headers });
}

/** What the server says of a page that was not kept; without it, that there is none. */
async function unknownPage(kind, request) {
  try {
    return await fetch(request);
  } catch (error) {
    const found =
      kind === 'document' && (await (await caches.open(CACHE)).match(keyOf(kind, NO_PAGE)));
    if (!found) throw error;
    return found;
  }
}

// A notice that is pressed brings the page to the front that showed it, or opens it again.
self.addEventListener('notificationclick', (event) => {
  const { notification } = event;
  notification.close();
  event.waitUntil(toFront(notification.data?.page ?? '/'));
});

async function toFront(page) {
  const open = await self.clients.matchAll({ type: 'window', includeUncontrolled: true });
  const addressOf = ({ pathname, search }) => `${pathname}${search}`;
  const found = open.find((client) => addressOf(new URL(client.url)) === page);
  await (found ? found.focus() : self.clients.openWindow(page));
}

/** Keeps what another program shares, and shows the Bench, which opens it. Nothing goes to the server. */
async function takeShared(request) {
  const form = await request.formData();
  const cache = await caches.open(SHARED);
  for (const file of form.getAll('file')) {
    if (!(file instanceof File)) continue;
    const key = `/shared/${crypto.randomUUID()}/${encodeURIComponent(file.name)}`;
    await cache.put(key, new Response(file));
  }
  return Response.redirect('/', 303);
}
