// Keeps the page of a class that is being taught, and what it needs, so that it opens without a
// connection. Only those pages: everything else always comes from the server.

const CACHE = "fairbench-class-1";
const CLASS_PAGE = /^\/classes\/[0-9a-f-]{36}\/teach\/$/;

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

self.addEventListener("message", (event) => {
  const { keep, forget, needed } = event.data;
  if (keep && CLASS_PAGE.test(keep)) event.waitUntil(keepAll(keep, needed));
  if (forget) event.waitUntil(caches.delete(CACHE));
});

async function keepAll(page, needed) {
  const cache = await caches.open(CACHE);
  const response = await fetch(page, { redirect: "manual" });
  if (response.ok) await cache.put(page, response);
  await Promise.all([...new Set(needed)].map(async (url) => (await cache.match(url)) ?? cache.add(url)));
}

self.addEventListener("fetch", (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== "GET" || url.origin !== self.location.origin) return;
  if (event.request.mode === "navigate" && CLASS_PAGE.test(url.pathname)) event.respondWith(fromServerOrCache(event.request, url.pathname));
  else if (url.pathname.startsWith("/static/") || url.pathname.startsWith("/shelf/figures/")) event.respondWith(fromCacheOrServer(event.request));
});

async function fromServerOrCache(request, page) {
  try {
    return await fetch(request);
  } catch (error) {
    const kept = await caches.match(page);
    if (kept) return kept;
    throw error;
  }
}

async function fromCacheOrServer(request) {
  return (await caches.match(request)) ?? fetch(request);
}
