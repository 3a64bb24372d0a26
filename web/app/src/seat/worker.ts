/// <reference lib="webworker" />
export {}
declare const self: ServiceWorkerGlobalScope

// What a seat has loaded stays readable without a network: the page, the cards of its class, and
// the pictures that were looked at.

const kept = 'seat-1'

/** How long the network has until what was kept is shown instead, ms. */
const patience = 2500

/** How many pictures are kept. */
const mostPictures = 160

self.addEventListener('install', (e) => {
  e.waitUntil(caches.open(kept).then((c) => c.add('/join')).then(() => self.skipWaiting()))
})

self.addEventListener('activate', (e) => {
  e.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((n) => n.startsWith('seat-') && n !== kept).map((n) => caches.delete(n))))
      .then(() => self.clients.claim()),
  )
})

self.addEventListener('fetch', (e) => {
  const { pathname, origin } = new URL(e.request.url)
  if (e.request.method !== 'GET' || origin !== self.location.origin) return
  if (e.request.mode === 'navigate') e.respondWith(fresh(e.request, '/join'))
  else if (/^\/api\/seats\/\w+$/.test(pathname)) e.respondWith(fresh(e.request, pathname))
  else if (pathname.startsWith('/assets/') || pathname === '/mark.svg' || /^\/api\/seats\/\w+\/(pictures|rescues)\//.test(pathname)) e.respondWith(once(e.request))
})

/** fresh is what the network says, or what it said last. */
async function fresh(request: Request, name: string): Promise<Response> {
  const cache = await caches.open(kept)
  const late = new Promise<undefined>((resolve) => setTimeout(() => resolve(undefined), patience))
  const asked = fetch(request).then(
    (reply) => {
      if (reply.ok) void cache.put(name, reply.clone())
      return reply
    },
    () => undefined,
  )
  return (await Promise.race([asked, late])) ?? (await cache.match(name)) ?? (await asked) ?? Response.error()
}

/** once is what was loaded once and never changes. */
async function once(request: Request): Promise<Response> {
  const cache = await caches.open(kept)
  const was = await cache.match(request)
  if (was) return was
  const reply = await fetch(request)
  if (reply.status === 200) {
    await cache.put(request, reply.clone())
    const pictures = (await cache.keys()).filter((r) => new URL(r.url).pathname.endsWith('.png'))
    await Promise.all(pictures.slice(0, Math.max(0, pictures.length - mostPictures)).map((r) => cache.delete(r)))
  }
  return reply
}
