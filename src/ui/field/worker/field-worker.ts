import { NavigationRoute, registerRoute } from 'workbox-routing';
import { CacheFirst, NetworkFirst } from 'workbox-strategies';

/** The service worker of the technician's page: it opens without a network as it was last. What it shows is kept by the page itself. */
interface Worker {
  skipWaiting(): Promise<void>;
  readonly clients: { claim(): Promise<void> };
  addEventListener(
    type: 'install' | 'activate',
    listener: (event: { waitUntil(what: Promise<unknown>): void }) => void,
  ): void;
}
const worker = globalThis as unknown as Worker;

const ANSWERS_WITHIN_SEC = 4;

worker.addEventListener('install', (event) => event.waitUntil(worker.skipWaiting()));
worker.addEventListener('activate', (event) => event.waitUntil(worker.clients.claim()));

registerRoute(
  new NavigationRoute(
    new NetworkFirst({
      cacheName: 'field-page',
      networkTimeoutSeconds: ANSWERS_WITHIN_SEC,
      plugins: [
        {
          // Whoever is signed out is sent elsewhere: that is nothing to keep.
          cacheWillUpdate: async ({ response }) =>
            response.status === 200 && !response.redirected ? response : null,
        },
      ],
    }),
    { allowlist: [/^\/field$/] },
  ),
);
registerRoute(
  ({ url }) => url.origin === location.origin && url.pathname.startsWith('/_next/static/'),
  new CacheFirst({ cacheName: 'field-parts' }),
);
