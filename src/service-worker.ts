/// <reference types="@sveltejs/kit" />
/// <reference lib="webworker" />
/**
 * Keeps the application's own files, so that it works without a network once it was visited. Projects are not here: they
 * are in the browser's storage. A newer version waits until the person takes it, so that no page gets files of two.
 */
import { build, files, version } from '$service-worker';

const self = globalThis.self as unknown as ServiceWorkerGlobalScope;
const name = `cliffstead ${version}`;
const shell = '/';
const kept = new Set([...build, ...files]);

self.addEventListener('install', (event) => {
  event.waitUntil(caches.open(name).then((cache) => cache.addAll([...kept, shell])));
});

self.addEventListener('activate', (event) => {
  const tidy = async () => {
    for (const key of await caches.keys())
      if (key.startsWith('cliffstead ') && key !== name) await caches.delete(key);
    await self.clients.claim();
  };
  event.waitUntil(tidy());
});

self.addEventListener('message', ({ data }) => {
  if (data === 'take over') void self.skipWaiting();
});

/** A page is the same shell at every address: what is kept goes with the kept files, so it comes first. */
self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== location.origin || url.pathname.startsWith('/api/')) return;
  const asked = request.mode === 'navigate' ? shell : kept.has(url.pathname) ? url.pathname : undefined;
  if (!asked) return;
  const answer = async () => (await (await caches.open(name)).match(asked)) ?? fetch(request);
  event.respondWith(answer());
});
