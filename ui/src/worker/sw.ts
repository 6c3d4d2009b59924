/// <reference lib="webworker" />
import { cleanupOutdatedCaches, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching'
import { baseOf, isAsk, missing, mostAnswers, nameOf } from './answers'

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: (PrecacheEntry | string)[] }

/** The application without a connection: its files as they were installed, its page as it was opened, its answers as they were given. */
const shells = 'even-ladder.shells'
const answers = 'even-ladder.answers'

cleanupOutdatedCaches()
precacheAndRoute(self.__WB_MANIFEST)

self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim().then(keepPages)))
self.addEventListener('message', (event) => {
  const asked = (event.data as { type?: string } | null)?.type
  if (asked === 'SKIP_WAITING') void self.skipWaiting()
  if (asked === 'FORGET') event.waitUntil(Promise.all([caches.delete(shells), caches.delete(answers)]).then(() => event.ports[0]?.postMessage('done')))
})

self.addEventListener('fetch', (event) => {
  const { request } = event
  const url = new URL(request.url)
  if (url.origin !== self.location.origin) return
  const path = url.pathname.slice(baseOf(url.pathname).length)
  if (request.mode === 'navigate' && !path.startsWith('/home/') && !path.startsWith('/api/') && path !== '/signin') event.respondWith(page(request, baseOf(url.pathname)))
  else if (isAsk(request.method, url.pathname)) event.respondWith(answer(event, request))
})

/** Keeps the pages that were open before there was a worker. */
async function keepPages() {
  const open = await self.clients.matchAll({ type: 'window' })
  const bases = new Set(open.map((client) => baseOf(new URL(client.url).pathname)))
  await Promise.all(
    [...bases].map((base) =>
      page(new Request(`${base}/`), base)
        .then((fresh) => fresh.arrayBuffer())
        .catch(() => undefined),
    ),
  )
}

/** The page of a room is the same at all of its addresses. */
async function page(request: Request, base: string): Promise<Response> {
  const cache = await caches.open(shells)
  const name = `${base}/even-ladder.shell`
  try {
    const fresh = await fetch(request)
    if (fresh.ok && !fresh.redirected && fresh.headers.get('Content-Security-Policy')?.includes('script-src')) await cache.put(name, fresh.clone())
    return fresh
  } catch (cause) {
    const kept = await cache.match(name)
    if (kept) return kept
    throw cause
  }
}

async function answer(event: FetchEvent, request: Request): Promise<Response> {
  const asked = request.clone()
  const name = async () => nameOf(asked.url, asked.method === 'POST' ? await asked.text() : '')
  try {
    const fresh = await fetch(request)
    if (fresh.status !== 502 && fresh.status !== 504) {
      if (fresh.ok) event.waitUntil(keep(await name(), fresh.clone()))
      return fresh
    }
  } catch (cause) {
    if (request.signal.aborted) throw cause
  }
  const kept = await (await caches.open(answers)).match(await name())
  if (!kept) return new Response(JSON.stringify(missing), { status: missing.status, headers: { 'Content-Type': 'application/problem+json' } })
  return new Response(kept.body, { status: kept.status, headers: { ...Object.fromEntries(kept.headers), 'Kept-At': kept.headers.get('Date') ?? 'before' } })
}

async function keep(name: string, fresh: Response) {
  const cache = await caches.open(answers)
  await cache.delete(name) // the latest is the last
  await cache.put(name, fresh)
  const all = await cache.keys()
  await Promise.all(all.slice(0, Math.max(all.length - mostAnswers, 0)).map((old) => cache.delete(old)))
}
