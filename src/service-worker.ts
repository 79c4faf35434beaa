/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
/// <reference types="@sveltejs/kit" />
/**
 * Serves the pages where no server is in reach: the program of one version from its own cache, and the pages that this very
 * version made. What another version made is never kept beside it.
 */
import { build, files, version } from '$service-worker';
import { setCacheNameDetails } from 'workbox-core';
import { ExpirationPlugin } from 'workbox-expiration';
import { precacheAndRoute } from 'workbox-precaching';
import { registerRoute, setCatchHandler } from 'workbox-routing';
import { CacheFirst, NetworkFirst } from 'workbox-strategies';
import { VERSION_HEADER } from './lib/api/paths.ts';
import { OFFLINE_PAGE, type ToWorker } from './lib/ui/offline/offline-page.ts';

declare const self: ServiceWorkerGlobalScope;

/** Pages that are kept at most, and how long the server is waited for before a kept one is shown, s. */
const MOST_PAGES = 300;
const MOST_ANSWERS = 300;
const PATIENCE_S = 5;
/** Between two pages that are fetched beforehand, ms: whoever works goes first. */
const BETWEEN_MS = 250;
/** After an edit, how long until the pages that show it are fetched anew, ms. */
const SETTLED_MS = 3000;

setCacheNameDetails({ prefix: 'iskarn', suffix: version });
const PAGES = `iskarn-pages-${version}`;
const ANSWERS = `iskarn-answers-${version}`;
const CHUNKS = `iskarn-chunks-${version}`;

precacheAndRoute([
  ...build.map((url) => ({ url, revision: null })),
  ...files.map((url) => ({ url, revision: version }))
]);

/** Only what this version's server made, whole and for somebody who is logged in. */
const ofThisVersion = (response: Response): boolean =>
  response.status === 200 && !response.redirected && response.headers.get(VERSION_HEADER) === version;
const own = {
  cacheWillUpdate: ({ response }: { response: Response }) =>
    Promise.resolve(ofThisVersion(response) ? response : null)
};

registerRoute(
  ({ url }) => url.pathname.startsWith('/_app/immutable/'),
  new CacheFirst({ cacheName: CHUNKS })
);

/** Pages that are the server's alone: they are about what lies there, or about who gets in. */
const NOT_KEPT = /^\/(login|shared\/|settings\/backups|api\/)/;
const pages = new NetworkFirst({
  cacheName: PAGES,
  networkTimeoutSeconds: PATIENCE_S,
  matchOptions: { ignoreVary: true },
  plugins: [own, new ExpirationPlugin({ maxEntries: MOST_PAGES })]
});
registerRoute(({ request, url }) => request.mode === 'navigate' && !NOT_KEPT.test(url.pathname), pages);

/** What is asked of the interface and is no file, no stream and nothing about the server itself. */
const KEPT_ANSWER = /^\/api\/v1\/(crafts|setups|parts|settings|exercises|runs\/\d+$|tables|searches|columns)/;
const NO_ANSWER = /\/(log|sheet\.\w+|live|samples|shares)\b/;
registerRoute(
  ({ request, url }) =>
    request.method === 'GET' && KEPT_ANSWER.test(url.pathname) && !NO_ANSWER.test(url.pathname),
  new NetworkFirst({
    cacheName: ANSWERS,
    networkTimeoutSeconds: PATIENCE_S,
    plugins: [own, new ExpirationPlugin({ maxEntries: MOST_ANSWERS })]
  })
);

/** What another version's server answers is not drawn by this one: the room is opened whole then, by whoever asked. */
registerRoute(
  ({ url }) => url.pathname.endsWith('/__data.json'),
  async ({ request, url }) => {
    const response = await fetch(request);
    const heard = response.headers.get(VERSION_HEADER);
    const room = url.pathname.replace(/\/?__data\.json$/, '') || '/';
    const sameRoom = request.referrer !== '' && new URL(request.referrer).pathname === room;
    return heard === null || heard === version || sameRoom ? response : Response.error();
  }
);

setCatchHandler(({ request }) =>
  Promise.resolve(
    request.mode === 'navigate'
      ? new Response(OFFLINE_PAGE, { status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } })
      : Response.error()
  )
);

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** Fetches pages one after the other and keeps them. */
async function fetchAhead(paths: readonly string[]): Promise<void> {
  const cache = await caches.open(PAGES);
  for (const path of paths) {
    try {
      const response = await fetch(path, { headers: { accept: 'text/html' } });
      if (ofThisVersion(response)) await cache.put(path, response);
      else if (response.status === 503 || response.status === 429) return;
    } catch {
      return;
    }
    await wait(BETWEEN_MS);
  }
}

/** Fetches the kept pages of a setup anew. */
async function renew(setup: string): Promise<void> {
  const cache = await caches.open(PAGES);
  const kept = (await cache.keys()).map((request) => new URL(request.url).pathname);
  await fetchAhead(kept.filter((path) => path.split('/')[2] === setup || path === '/'));
}

const renewals = new Map<string, ReturnType<typeof setTimeout>>();
self.addEventListener('fetch', (event) => {
  const { method, url } = event.request;
  const setup = /\/api\/v1\/setups\/(\d+)/.exec(new URL(url).pathname)?.[1];
  if (method === 'GET' || setup === undefined) return;
  // an edit goes its way; what shows it is fetched anew when no other follows
  clearTimeout(renewals.get(setup));
  renewals.set(
    setup,
    setTimeout(() => {
      renewals.delete(setup);
      void renew(setup);
    }, SETTLED_MS)
  );
});

self.addEventListener('message', (event) => {
  const message = event.data as ToWorker;
  if (message.kind === 'take-over') void self.skipWaiting();
  if (message.kind === 'fetch-ahead') event.waitUntil(fetchAhead(message.paths));
  if (message.kind === 'forget')
    event.waitUntil(Promise.all([caches.delete(PAGES), caches.delete(ANSWERS)]).then(() => undefined));
});

self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      for (const name of await caches.keys())
        if (name.startsWith('iskarn-') && !name.endsWith(version)) await caches.delete(name);
      await self.clients.claim();
    })()
  );
});
