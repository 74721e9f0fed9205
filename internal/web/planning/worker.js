// Keeps the pages that were looked at, so that the bench opens when there is no connection. What is sent is never answered
// from here. With the bench go all of its steps, what is to buy and the plan, and again when the plan has changed. The
// interface's files are left to the browser, which keeps them for good; a copy beside the pages answers only while
// nothing else does.
const pages = "pages-2";
const built = "built";
const kept = 300;
const older = 30 * 60 * 1000; // ms after which the steps are fetched again in any case
let away = false; // the last page came from here
const along = new Map(); // by bench: which pages went along, and when

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

// What a bench names that is wanted where there is no connection.
function wanted(path, text) {
  const ensemble = path.match(/^\/ensembles\/\d+/)[0];
  const steps = text.match(/href="\/ensembles\/\d+\/bench\?step=[^"]+"/g) || [];
  const named = steps.map((href) => href.slice(6, -1).replaceAll("&amp;", "&")).filter((to) => to.startsWith(ensemble + "/"));
  return [...new Set([...named, ensemble + "/buy", ensemble + "/plan"])];
}

// Keeps what goes along with a bench: what is missing, or all of it when the plan has other steps than before.
async function takeAlong(path, text) {
  const list = wanted(path, text);
  const was = along.get(path);
  const again = !was || was.list.join() !== list.join() || Date.now() - was.at > older;
  if (again) along.set(path, { list, at: Date.now() });
  const cache = await caches.open(pages);
  for (const to of list) {
    if (!again && (await cache.match(to))) continue;
    try {
      const answer = await fetch(to, { credentials: "same-origin" });
      if (answer.ok && answer.type === "basic" && !answer.redirected) await cache.put(to, answer);
    } catch {
      along.delete(path); // the rest goes along the next time
      return;
    }
  }
  await trimmed(cache);
}

// What is said of a step that was never kept: another one in its place would be sewn for it.
function notKept(url) {
  const bench = url.pathname;
  return new Response(
    `<!doctype html><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Not kept</title>` +
      `<p>This page was not kept on this device, and there is no connection now.</p><p><a href="${bench}">The bench as it was kept</a></p>`,
    { status: 503, headers: { "Content-Type": "text/html; charset=utf-8" } },
  );
}

async function fresh(e) {
  const url = new URL(e.request.url);
  try {
    const answer = await fetch(e.request);
    away = false;
    if (answer.ok && answer.type === "basic" && !answer.redirected) {
      e.waitUntil(keep(e.request, answer.clone()));
      if (url.pathname.endsWith("/bench")) e.waitUntil(answer.clone().text().then((text) => takeAlong(url.pathname, text)));
    }
    return answer;
  } catch (err) {
    const cache = await caches.open(pages);
    const old = (await cache.match(e.request)) || (url.searchParams.has("step") ? null : await cache.match(url.pathname));
    if (!old && !(await cache.match(url.pathname))) throw err;
    away = true;
    return old || notKept(url);
  }
}

self.addEventListener("fetch", (e) => {
  const url = new URL(e.request.url);
  if (url.pathname === "/leave") e.waitUntil(caches.delete(pages)); // who leaves takes the kept pages along
  if (e.request.method !== "GET" || url.origin !== location.origin) return;
  if (/^\/ensembles\/\d+\/(bench|plan|buy)$/.test(url.pathname)) e.respondWith(fresh(e));
  else if (away && url.pathname.startsWith("/static/"))
    e.respondWith(caches.match(e.request).then((old) => old || fetch(e.request)));
});
