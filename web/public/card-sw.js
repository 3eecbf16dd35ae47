// Keeps the phone card's page and files, so that it opens without a network. Its content is kept by
// the page itself. A link that has ended is forgotten when the server says so.
const NAME = "oxgang-card-1";
const FILES = ["/card.css", "/card.js"];

self.addEventListener("install", (event) => {
  event.waitUntil(
    caches
      .open(NAME)
      .then((cache) => cache.addAll(FILES))
      .then(() => self.skipWaiting()),
  );
});
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));
self.addEventListener("fetch", (event) => {
  const { request } = event;
  const { pathname } = new URL(request.url);
  const ours = FILES.includes(pathname) || /^\/c\/[^/]+$/.test(pathname);
  if (request.method !== "GET" || !ours) return;
  event.respondWith(
    (async () => {
      const cache = await caches.open(NAME);
      try {
        const answer = await fetch(request);
        if (answer.ok) await cache.put(request, answer.clone());
        else if (answer.status === 404) await cache.delete(request);
        return answer;
      } catch (error) {
        const kept = await cache.match(request);
        if (kept) return kept;
        throw error;
      }
    })(),
  );
});
