// Keeps the pages that were looked at, so that the bench opens when there is no connection. What is sent is never answered
// from here. The interface's files are left to the browser, which keeps them for good; a copy beside the pages answers
// only while nothing else does.
const pages = "pages-2";
const built = "built";
const kept = 60;
let away = false; // the last page came from here

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (e) => e.waitUntil(Promise.all([self.clients.claim(), caches.delete("pages-1")])));

async function trimmed(cache) {
  const all = await cache.keys();
  for (const old of all.slice(0, Math.max(0, all.length - kept))) await cache.delete(old);
}

// The files a page names, kept once for each version of the program.
async function furnished(text) {
  const named = [...new Set(text.match(/\/static\/v-[0-9a-f]+\/[\w./-]+/g) || [])];
  if (named.length === 0) return;
  const cache = await caches.open(built);
  const had = new Set((await cache.keys()).map((request) => new URL(request.url).pathname));
  const missing = named.filter((name) => !had.has(name));
  await cache.addAll(missing);
  if (missing.length > 0) for (const old of had) if (!named.includes(old)) await cache.delete(old);
}

async function keep(request, answer) {
  const text = await answer.clone().text();
  const cache = await caches.open(pages);
  await cache.delete(request);
  await cache.put(request, answer);
  await trimmed(cache);
  await furnished(text);
}

async function fresh(e) {
  try {
    const answer = await fetch(e.request);
    away = false;
    if (answer.ok && answer.type === "basic") e.waitUntil(keep(e.request, answer.clone()));
    return answer;
  } catch (err) {
    const cache = await caches.open(pages);
    const old = (await cache.match(e.request)) || (await cache.match(e.request, { ignoreSearch: true }));
    if (!old) throw err;
    away = true;
    return old;
  }
}

self.addEventListener("fetch", (e) => {
  const url = new URL(e.request.url);
  if (e.request.method !== "GET" || url.origin !== location.origin) return;
  if (/^\/ensembles\/\d+\/(bench|plan)$/.test(url.pathname)) e.respondWith(fresh(e));
  else if (away && url.pathname.startsWith("/static/"))
    e.respondWith(caches.match(e.request).then((old) => old || fetch(e.request)));
});
