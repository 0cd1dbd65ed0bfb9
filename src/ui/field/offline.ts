import { clear } from 'idb-keyval';

const PAGE = 'field-page';
const PARTS = 'field-parts';

/** Has the page open without a network: its service worker looks after it, and what it was made of is kept. */
export async function keepForOffline(): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  await navigator.serviceWorker.register('/field-worker.js', { scope: '/field' });
  const parts = performance
    .getEntriesByType('resource')
    .map((e) => e.name)
    .filter((name) => new URL(name).pathname.startsWith('/_next/static/'));
  const kept = await caches.open(PARTS);
  await Promise.all(
    parts.map(async (part) => {
      if (!(await kept.match(part))) await kept.add(part).catch(() => undefined);
    }),
  );
  const answer = await fetch('/field', { headers: { accept: 'text/html' } });
  if (answer.ok && !answer.redirected) await (await caches.open(PAGE)).put('/field', answer);
}

/** Whoever signs out leaves nothing of their day on the phone. */
export async function forgetKept(): Promise<void> {
  await clear().catch(() => undefined);
  if ('caches' in window) await Promise.all([PAGE, PARTS].map((name) => caches.delete(name)));
}
