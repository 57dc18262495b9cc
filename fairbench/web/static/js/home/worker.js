// Keeps one page of exercises, so that it opens without a connection. The server's word comes first where it has one: an
// address that was withdrawn is gone from here as well.

const CACHE = "fairbench-home:";
const PATIENCE = 4000;
const here = new URL(self.registration.scope).pathname;
const name = CACHE + here;

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

self.addEventListener("message", (event) => {
  const { keep, needed } = event.data ?? {};
  if (keep === here) event.waitUntil(keepAll(needed ?? []).then((kept) => event.source?.postMessage({ kept })));
});

async function keepAll(needed) {
  const page = await fetch(here);
  if (!page.ok) return false;
  const cache = await caches.open(name);
  await cache.put(here, page);
  await Promise.all(needed.map(async (url) => (await cache.match(url)) ?? cache.add(url)));
  return true;
}

self.addEventListener("fetch", (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== "GET" || url.origin !== self.location.origin) return;
  if (event.request.mode === "navigate" && url.pathname === here) event.respondWith(serverOrKept(event.request));
  else if (url.pathname.startsWith("/static/")) event.respondWith(keptOrServer(event.request));
});

async function serverOrKept(request) {
  const kept = await (await caches.open(name)).match(here);
  const asked = fetch(request).catch(() => null);
  const late = new Promise((resolve) => setTimeout(resolve, PATIENCE, null));
  const answer = await (kept ? Promise.race([asked, late]) : asked);
  if (answer?.status === 410) await caches.delete(name);
  if (answer && answer.status < 500) return answer;
  return kept ?? answer ?? Response.error();
}

async function keptOrServer(request) {
  return (await (await caches.open(name)).match(request)) ?? fetch(request);
}
