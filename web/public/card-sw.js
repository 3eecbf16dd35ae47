// Keeps the page and files of a student's own place, so that it opens without a network. Its content is kept by
// the page itself. A link that has ended is forgotten when the server says so.
const NAME = "oxgang-card-3";
const FILES = ["/card.css", "/card.js"];

self.addEventListener("install", (event) => {
  event.waitUntil(
    caches
      .open(NAME)
      .then((cache) => cache.addAll(FILES))
      .then(() => self.skipWaiting()),
  );
});
self.addEventListener("activate", (event) =>
  event.waitUntil(
    caches
      .keys()
      .then((names) => names.filter((n) => n.startsWith("oxgang-card-") && n !== NAME))
      .then((old) => Promise.all(old.map((name) => caches.delete(name))))
      .then(() => self.clients.claim()),
  ),
);
self.addEventListener("fetch", (event) => {
  const { request } = event;
  const { pathname } = new URL(request.url);
  const font = pathname.endsWith(".woff2");
  const ours = font || FILES.includes(pathname) || /^\/c\/[^/]+$/.test(pathname);
  if (request.method !== "GET" || !ours) return;
  event.respondWith(
    (async () => {
      const cache = await caches.open(NAME);
      // A font never changes under its name.
      const there = font ? await cache.match(request) : undefined;
      if (there) return there;
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
