import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { NetworkFirst } from 'workbox-strategies';
import { KEPT_AT } from '../lib/keptAt.ts';

// Stands between the pages and the shop's machine, where the connection is a safe one. The program itself is kept on the
// device; what was asked of the books is kept as it was answered last, and shown for as long as they can't be reached.

/** The files of the program, as they were built. */
declare const PRECACHED: { url: string; revision: string | null }[];

type Extendable = Event & { waitUntil(done: Promise<unknown>): void };
const worker = self as unknown as {
  skipWaiting(): Promise<void>;
  clients: {
    claim(): Promise<void>;
    matchAll(of: { type: 'window' }): Promise<{ focus(): Promise<unknown> }[]>;
    openWindow(path: string): Promise<unknown>;
  };
  addEventListener(
    kind: string,
    listener: (event: Extendable & { data?: unknown; notification?: { close(): void } }) => void,
  ): void;
};

precacheAndRoute(PRECACHED, { directoryIndex: '', cleanURLs: false });
cleanupOutdatedCaches();
worker.addEventListener('install', (event) => event.waitUntil(worker.skipWaiting()));
worker.addEventListener('activate', (event) => event.waitUntil(worker.clients.claim()));

// A page is asked for first: where the program is newer, it is the newer one that comes.
registerRoute(
  new NavigationRoute(
    async ({ request }) => {
      try {
        return await fetch(request);
      } catch (error) {
        const kept = await matchPrecache('/index.html');
        if (kept) return kept;
        throw error;
      }
    },
    { denylist: [/^\/api\//] },
  ),
);

const ANSWERS = 'kettle-answers';
/** What somebody needs beside the vehicle. */
const KEPT =
  /^\/api\/(sessions\/(current|names)|shop|runs|clocks|film-factors|jobs|vehicles|products|recipes|vessels|containers|people|places|weather|measures|devices|lines|tips|instruments|first-aid|notices|unsettled|notes)(\/|$)/;
const MOST_KEPT = 400;
/** Headers that were true when they came. */
const OF_THEN = ['X-Shop-Time', 'X-Shop-Seq', 'Touched'];

registerRoute(
  ({ url, request }) => request.method === 'GET' && KEPT.test(url.pathname),
  new NetworkFirst({
    cacheName: ANSWERS,
    plugins: [
      {
        cacheWillUpdate: async ({ response }) => {
          const isJson = response.headers.get('Content-Type')?.startsWith('application/json') ?? false;
          if (response.status !== 200 || !isJson) return null;
          const headers = new Headers(response.headers);
          for (const name of OF_THEN) headers.delete(name);
          headers.set(KEPT_AT, new Date().toISOString());
          return new Response(await response.clone().blob(), { status: 200, headers });
        },
        cacheDidUpdate: async () => {
          const cache = await caches.open(ANSWERS);
          const keys = await cache.keys();
          await Promise.all(
            keys.slice(0, Math.max(0, keys.length - MOST_KEPT)).map((key) => cache.delete(key)),
          );
        },
      },
    ],
  }),
);

// Whoever taps the word of a clock wants to see it.
worker.addEventListener('notificationclick', (event) => {
  event.notification?.close();
  event.waitUntil(
    worker.clients
      .matchAll({ type: 'window' })
      .then(([page]) => (page ? page.focus() : worker.clients.openWindow('/yard'))),
  );
});

// Somebody else works here now, or nobody: what was answered to who was here before is theirs.
worker.addEventListener('message', (event) => {
  if (event.data === 'forget') event.waitUntil(caches.delete(ANSWERS));
});
