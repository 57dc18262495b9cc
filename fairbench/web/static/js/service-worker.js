// Keeps the page of a class that is being taught, and what it needs, so that it opens without a connection, with one that
// hangs, and while the server is broken. Only those pages, for as long as a class may last: everything else always comes
// from the server.

const CACHE = "fairbench-class-";
const CLASS_PAGE = /^\/classes\/([0-9a-f-]{36})\/(?:teach|screen)\/$/;
const KEPT_AT = "X-Kept-At";
const LONGEST = 12 * 3600 * 1000;
const PATIENCE = 3000;

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(begin()));

// Caches of the worker before this one were not kept by class; nobody could tell when to remove them.
async function begin() {
  for (const name of await caches.keys()) if (name === "fairbench-class-1") await caches.delete(name);
  await self.clients.claim();
}

self.addEventListener("message", (event) => {
  const { keep, needed } = event.data;
  if (CLASS_PAGE.test(keep ?? "")) event.waitUntil(keepAll(keep, needed));
});

const cacheOf = (page) => CACHE + CLASS_PAGE.exec(page)[1];

async function keepAll(page, needed) {
  const response = await fetch(page, { redirect: "manual" });
  if (!response.ok) return;
  const cache = await caches.open(cacheOf(page));
  const headers = new Headers(response.headers);
  headers.set(KEPT_AT, String(Date.now()));
  await cache.put(page, new Response(await response.blob(), { status: 200, headers }));
  await Promise.all([...new Set(needed)].map(async (url) => (await cache.match(url)) ?? cache.add(url)));
}

self.addEventListener("fetch", (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== "GET" || url.origin !== self.location.origin) return;
  if (event.request.mode === "navigate" && CLASS_PAGE.test(url.pathname)) event.respondWith(fromServerOrKept(event.request, url.pathname));
  else if (url.pathname.startsWith("/static/") || url.pathname.startsWith("/shelf/figures/")) event.respondWith(fromKeptOrServer(event.request));
});

// The server's word where it has one in time; else the page as it was kept.
async function fromServerOrKept(request, page) {
  const kept = await keptPage(page);
  const asked = fetch(request);
  if (!kept) return asked;
  const late = new Promise((resolve) => setTimeout(resolve, PATIENCE, null));
  const response = await Promise.race([asked.catch(() => null), late]);
  return response === null || response.status >= 500 ? kept : response;
}

async function keptPage(page) {
  if (!(await caches.has(cacheOf(page)))) return null;
  const kept = await (await caches.open(cacheOf(page))).match(page);
  if (!kept) return null;
  if (Date.now() - Number(kept.headers.get(KEPT_AT)) < LONGEST) return kept;
  await caches.delete(cacheOf(page));
  return null;
}

async function fromKeptOrServer(request) {
  return (await caches.match(request)) ?? fetch(request);
}
