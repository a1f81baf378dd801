/**
 * Keeps the shell, the catalogue and the last copy of the household, so that the page, and with it the card
 * for "it has been mixed", opens when the server is gone. A page keeps the version that it began with: a newer worker
 * waits until the page says that nothing is being typed, and the files of the version before stay. Nothing is written
 * while the server is away: changes go to it or are refused.
 */
const SHELL = `shell-${VERSION}`;
const COPY = 'household-copy';
const COPIED = new Set(['/api/catalogue/lines', '/api/household']);
/** Versions whose files are kept: this one, and the one that open pages may still be of. */
const KEPT = 2;

self.addEventListener('install', (event) => {
  event.waitUntil(
    (async () => {
      const shell = await caches.open(SHELL);
      await shell.addAll(['/', ...FILES]);
      const copy = await caches.open(COPY);
      // a house that asks for its passphrase first is copied once it was given
      await Promise.all([...COPIED].map((path) => copy.add(path).catch(() => undefined)));
      // the first one has nobody to wait for
      if (!self.registration.active) await self.skipWaiting();
    })(),
  );
});
self.addEventListener('message', (event) => {
  if (event.data === 'take over') self.skipWaiting();
});
self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      // in the order in which they were made
      const shells = (await caches.keys()).filter((name) => name.startsWith('shell-') && name !== SHELL);
      for (const name of shells.slice(0, Math.max(0, shells.length - (KEPT - 1)))) await caches.delete(name);
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
    // the page of this version, since its files are of this version too
    event.respondWith(caches.match('/', { cacheName: SHELL }).then((kept) => kept ?? fetch(request)));
  else if (COPIED.has(path)) event.respondWith(serverFirst(request, COPY, path));
  else if (!url.pathname.startsWith('/api'))
    event.respondWith(caches.match(url.pathname).then((kept) => kept ?? fetch(request)));
});
