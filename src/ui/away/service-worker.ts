/// <reference lib="webworker" />
import { CacheableResponsePlugin } from "workbox-cacheable-response";
import { ExpirationPlugin } from "workbox-expiration";
import {
  addPlugins,
  cleanupOutdatedCaches,
  matchPrecache,
  precacheAndRoute,
  type PrecacheEntry,
} from "workbox-precaching";
import { registerRoute } from "workbox-routing";
import { CacheFirst } from "workbox-strategies";
import { awayPath, photoCache } from "./names";

declare const self: ServiceWorkerGlobalScope;
/** All files of the build by name, the styles, and the page that stands in for the server's; put in by the build. */
declare const emberFiles: PrecacheEntry[];

/** Photos of a job or two at full size, and the small ones of many. */
const mostPhotos = 4000;

/** What a proxy answers for a server that is not there. */
const isGateway = (status: number) => status >= 502 && status <= 504;

// A worker is told by the fragment of its address what to load. A kept answer has an address of its own, which would take its
// place; one made anew has none.
addPlugins([
  {
    cachedResponseWillBeUsed: async ({ event, cachedResponse }) =>
      cachedResponse && (event as FetchEvent).request?.destination === "worker"
        ? new Response(cachedResponse.body, { headers: cachedResponse.headers })
        : cachedResponse,
  },
]);
precacheAndRoute(emberFiles, { cleanURLs: false, directoryIndex: "" });
cleanupOutdatedCaches();

// What a fingerprint names does not change: seen once, a photo is there without a network.
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && /^\/api\/jobs\/[^/]+\/photos\//u.test(url.pathname),
  new CacheFirst({
    cacheName: photoCache,
    plugins: [
      new CacheableResponsePlugin({ statuses: [200] }),
      new ExpirationPlugin({ maxEntries: mostPhotos, purgeOnQuotaError: true }),
    ],
  }),
);

// A page comes from the server. Where there is none, one page stands in for all and draws what this device keeps; an owner's
// link is kept nowhere.
registerRoute(
  ({ request, url }) => request.mode === "navigate" && !/^\/(?:owner|api)\//u.test(url.pathname),
  async ({ request }) => {
    const away = () => matchPrecache(awayPath);
    try {
      const answer = await fetch(request);
      return (isGateway(answer.status) && (await away())) || answer;
    } catch (error) {
      const page = await away();
      if (page) return page;
      throw error;
    }
  },
);

// A new version waits until somebody says so, or all pages of the old one are closed: a page keeps the files it was made of.
self.addEventListener("message", ({ data }) => {
  if ((data as { type?: string } | null)?.type === "SKIP_WAITING") void self.skipWaiting();
});
