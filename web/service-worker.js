/**
 * Keeps the shell, the catalogue and the last copy of the household, so that the page, and with it the card
 * for "it has been mixed", opens when the server is gone. Files with a hash come from the copy; everything
 * else asks the server first. Nothing is written while the server is away: changes go to it or are refused.
 */
const SHELL = `shell-${VERSION}`;
const COPY = 'household-copy';
const COPIED = new Set(['/api/catalogue/whole', '/api/export?files=0']);

self.addEventListener('install', (event) => {
  event.waitUntil(
    (async () => {
      const shell = await caches.open(SHELL);
      await shell.addAll(['/', ...FILES]);
      const copy = await caches.open(COPY);
      await Promise.all([...COPIED].map((path) => copy.add(path)));
      await self.skipWaiting();
    })(),
  );
});
self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      for (const name of await caches.keys()) if (name !== SHELL && name !== COPY) await caches.delete(name);
      await self.clients.claim();
    })(),
  );
});

/** The server's answer, kept; or the copy when there is no answer. */
async function serverFirst(request, cacheName, key) {
  const cache = await caches.open(cacheName);
  try {
    const answer = await fetch(request);
    if (answer.ok) await cache.put(key, answer.clone());
    return answer;
  } catch (gone) {
    const copy = await cache.match(key);
    if (copy) return copy;
    throw gone;
  }
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  const path = url.pathname + url.search;
  if (request.mode === 'navigate' && !url.pathname.startsWith('/api'))
    event.respondWith(serverFirst(request, SHELL, '/'));
  else if (COPIED.has(path)) event.respondWith(serverFirst(request, COPY, path));
  else if (FILES.includes(url.pathname))
    event.respondWith(caches.match(url.pathname, { cacheName: SHELL }).then((kept) => kept ?? fetch(request)));
});
