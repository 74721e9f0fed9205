// Keeps the pages that were looked at, so that the bench opens when there is no connection. What is sent is never answered
// from here.
const pages = "pages-1";
const kept = 60;

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (e) => e.waitUntil(self.clients.claim()));

async function trimmed(cache) {
  const all = await cache.keys();
  for (const old of all.slice(0, Math.max(0, all.length - kept))) await cache.delete(old);
}

async function fresh(request) {
  const cache = await caches.open(pages);
  try {
    const answer = await fetch(request);
    if (answer.ok && answer.type === "basic") {
      await cache.delete(request);
      await cache.put(request, answer.clone());
      await trimmed(cache);
    }
    return answer;
  } catch (err) {
    const old = (await cache.match(request)) || (await cache.match(request, { ignoreSearch: true }));
    if (old) return old;
    throw err;
  }
}

self.addEventListener("fetch", (e) => {
  const url = new URL(e.request.url);
  if (e.request.method !== "GET" || url.origin !== location.origin) return;
  if (url.pathname.startsWith("/static/") || /^\/ensembles\/\d+\/(bench|plan)$/.test(url.pathname))
    e.respondWith(fresh(e.request));
});
