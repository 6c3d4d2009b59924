import { isAsk } from '../worker/answers'
import { note } from './early'
import { changeOf, mustWait, wait } from './outbox'

/** After how many ms a request that had no answer is sent once more. */
const pause = 800

/**
 * Sends a request, and once more where the network failed: it is named, so that what it creates is there once. A change that still has no answer waits until it has one.
 */
export const retrying = (request: Request): Promise<Response> => sent(request, (waiting) => waiting)

/** As retrying, but a change that has to wait is answered with 202 at once: who asked goes on. */
export const sureLater = (request: Request): Promise<Response> =>
  sent(request, (waiting) => {
    void waiting.then(
      (answer) => answer?.arrayBuffer(),
      () => undefined,
    )
    return Promise.resolve(new Response('{}', { status: 202, headers: { 'Content-Type': 'application/json' } }))
  })

async function sent(request: Request, whileItWaits: (waiting: Promise<Response | undefined>) => Promise<Response | undefined>): Promise<Response> {
  note(request)
  const what = changeOf(request.method, request.url)
  if (request.method !== 'POST' && !what) return fetch(request)
  if (isAsk(request.method, new URL(request.url).pathname)) return asked(request)
  const named = new Request(request, { headers: new Headers(request.headers) })
  if (request.method === 'POST') named.headers.set('Idempotency-Key', crypto.randomUUID())
  const again = named.clone()
  const kept = named.clone()
  let answer: Response | undefined
  try {
    answer = await fetch(named)
    if (!what || !mustWait(answer)) return answer
  } catch (cause) {
    if (request.signal.aborted) throw cause
    await new Promise((done) => setTimeout(done, pause))
    if (!what) return fetch(again)
    try {
      answer = await fetch(again)
    } catch {
      answer = undefined
    }
  }
  if (answer && !mustWait(answer)) return gone(request, answer)
  const text = /json/.test(kept.headers.get('Content-Type') ?? '')
  const body = kept.method === 'DELETE' || !kept.body ? null : text ? await kept.text() : await kept.blob()
  const entry = { id: crypto.randomUUID(), what, method: kept.method, url: kept.url, headers: [...kept.headers], body, at: Date.now() }
  const response = await whileItWaits(wait(entry, answer))
  if (!response) throw new LeftUnsent()
  return gone(request, response)
}

/** Asks once more where nothing comes: what only asks changes nothing, however often it arrives. */
async function asked(request: Request): Promise<Response> {
  const again = request.clone()
  try {
    return await fetch(request)
  } catch (cause) {
    if (request.signal.aborted) throw cause
    await new Promise((done) => setTimeout(done, pause))
    return fetch(again)
  }
}

/** What was to be deleted and is not there was deleted by the time before. */
const gone = (request: Request, response: Response) => (request.method === 'DELETE' && response.status === 404 ? new Response(null, { status: 204 }) : response)

/** A change that waited and was left. */
export class LeftUnsent extends Error {}
