/// <reference lib="webworker" />
// Keeps every page, worker, face and wasm of one version at hand, so that all of it opens and computes without a server.
import { PrecacheController } from 'workbox-precaching';

declare const self: ServiceWorkerGlobalScope;
/** Put in when it is bundled: each address of this version, with what its content hashes to where the address does not. */
declare const PRECACHED: readonly { readonly url: string; readonly revision: string | null }[];

/** Files that were shared with the installed app wait here for the page that reads them. */
const SHARED = 'symplex-shared';

const precache = new PrecacheController({ cacheName: 'symplex-version' });
precache.addToCacheList([...PRECACHED]);

self.addEventListener('install', (event) => {
  event.waitUntil(precache.install(event));
});
self.addEventListener('activate', (event) => {
  // What is open goes on with it at once: a first visit needs no second to be kept.
  event.waitUntil(precache.activate(event).then(() => self.clients.claim()));
});
// Only when the person says so: a new version never takes a page away that is being worked on.
self.addEventListener('message', (event) => {
  if ((event.data as { readonly type?: string } | null)?.type === 'SKIP_WAITING') void self.skipWaiting();
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (url.origin !== self.location.origin || url.pathname.startsWith('/api/')) return;
  if (request.method === 'POST' && url.pathname === '/files/shared/') {
    event.respondWith(takeShared(request));
    return;
  }
  if (request.method !== 'GET' || request.headers.has('rsc') || request.headers.has('range')) return;
  const key = precache.getCacheKeyForURL(keyOf(url, request.mode === 'navigate'));
  if (key !== undefined) event.respondWith(kept(key, request));
});

/** Pages are kept by their path alone: what stands behind the question mark is for the page itself. */
const keyOf = (url: URL, isPage: boolean): string =>
  isPage ? `${url.origin}${url.pathname.replace(/\/?$/, '/')}` : `${url.origin}${url.pathname}`;

async function kept(key: string, request: Request): Promise<Response> {
  const found = await caches.match(key, { cacheName: precache.strategy.cacheName });
  // The browser may have thrown the cache away.
  if (!found) return fetch(request);
  // Made anew so that it has no address of its own: a worker then keeps the one it was asked by, with what stands in its hash.
  return new Response(found.body, { status: found.status, headers: found.headers });
}

/** Keep what was shared and open the page that reads it. */
async function takeShared(request: Request): Promise<Response> {
  const form = await request.formData();
  const cache = await caches.open(SHARED);
  const files = form.getAll('files').filter((f): f is File => f instanceof File);
  const text = form.get('text');
  if (typeof text === 'string' && text.trim().startsWith('{')) files.push(new File([text], 'shared.json'));
  await Promise.all(
    files.map((file, i) =>
      cache.put(
        `/shared/${Date.now()}-${i}`,
        new Response(file, { headers: { 'X-Name': encodeURIComponent(file.name) } }),
      ),
    ),
  );
  return Response.redirect('/files/?shared', 303);
}
