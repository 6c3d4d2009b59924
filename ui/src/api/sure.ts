/** After how many ms a request that had no answer is sent once more. */
const pause = 800

/** Sends a request, and once more where the network failed: it is named, so that what it creates is there once. */
export async function sure(request: Request): Promise<Response> {
  if (request.method !== 'POST') return fetch(request)
  const named = new Request(request, { headers: new Headers(request.headers) })
  named.headers.set('Idempotency-Key', crypto.randomUUID())
  const again = named.clone()
  try {
    return await fetch(named)
  } catch (cause) {
    if (request.signal.aborted) throw cause
    await new Promise((done) => setTimeout(done, pause))
    return fetch(again)
  }
}
