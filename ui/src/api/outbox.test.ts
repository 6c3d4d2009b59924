import { afterEach, beforeEach, expect, test, vi } from 'vitest'

/** A page that was opened anew: what it holds in memory is its own, what the browser keeps is not. */
async function openPage() {
  vi.resetModules()
  return { ...(await import('./outbox')), ...(await import('./retry')) }
}

const post = (body: string) => new Request('http://localhost/api/v1/log', { method: 'POST', body, headers: { 'Content-Type': 'application/json' } })
const kept = () => Object.keys(localStorage).filter((key) => key.includes('.waits.'))

/** Answers one after the other; the last one again and again. What is not a status is no answer. */
function answers(...statuses: number[]) {
  const sent: { method: string; body: string; key: string | null; waited: string | null }[] = []
  vi.spyOn(globalThis, 'fetch').mockImplementation(async (r) => {
    const request = r as Request
    const status = statuses[Math.min(sent.length, statuses.length - 1)] ?? 0
    sent.push({ method: request.method, body: await request.text(), key: request.headers.get('Idempotency-Key'), waited: request.headers.get('Waited-Seconds') })
    if (!status) throw new TypeError('network')
    return new Response(status === 204 ? null : JSON.stringify({ status, detail: 'the disk is full' }), { status })
  })
  return sent
}

beforeEach(() => {
  localStorage.clear()
  vi.useFakeTimers()
})
afterEach(() => {
  vi.restoreAllMocks()
  vi.useRealTimers()
})

test('a change without an answer waits, is kept and said, and is answered once it is sent', async () => {
  const { retrying, outbox } = await openPage()
  const sent = answers(0, 0, 0, 201)
  const answer = retrying(post('{"a":1}'))
  await vi.advanceTimersByTimeAsync(900)
  expect(outbox.waiting.value).toEqual(['a try'])
  expect(outbox.why.value).toBe('away')
  expect(kept()).toHaveLength(1)
  await vi.advanceTimersByTimeAsync(3500)
  expect((await answer).status).toBe(201)
  expect(outbox.waiting.value).toEqual([])
  expect(kept()).toEqual([])
  expect(sent.map((s) => s.body)).toEqual(Array(4).fill('{"a":1}'))
  expect(new Set(sent.map((s) => s.key)).size).toBe(1)
  expect(sent[3]?.waited).toMatch(/^[1-4]$/)
})

test('changes are sent in the order in which they came; what is refused is the answer', async () => {
  const { retrying, send } = await openPage()
  const sent = answers(0)
  const all = ['{"n":1}', '{"n":2}', '{"n":3}'].map((b) => retrying(post(b)))
  await vi.advanceTimersByTimeAsync(850)
  sent.length = 0
  vi.restoreAllMocks()
  const later = answers(201, 422, 201)
  await send()
  expect(later.map((s) => s.body)).toEqual(['{"n":1}', '{"n":2}', '{"n":3}'])
  expect((await Promise.all(all)).map((r) => r.status)).toEqual([201, 422, 201])
})

test.each([
  [401, 'signed out'],
  [507, 'not kept'],
  [503, 'away'],
])('%i is no answer to a change: it waits, %s', async (status, why) => {
  const { retrying, outbox } = await openPage()
  answers(status, status, 200)
  const answer = retrying(new Request('http://localhost/api/v1/pupils/p1', { method: 'PUT', body: '{}', headers: { 'Content-Type': 'application/json' } }))
  await vi.advanceTimersByTimeAsync(100)
  expect(outbox.waiting.value).toEqual(['a change to a pupil'])
  expect(outbox.why.value).toBe(why)
  expect(outbox.trouble.value).toBe(status === 507 ? 'the disk is full' : '')
  await vi.advanceTimersByTimeAsync(4000)
  expect((await answer).status).toBe(200)
})

test('a page that is closed leaves what waits to the next one, also the name that it has', async () => {
  const first = await openPage()
  const sent = answers(0)
  void first.retrying(post('{"a":1}'))
  await vi.advanceTimersByTimeAsync(900)
  const name = sent[0]?.key
  vi.restoreAllMocks()
  vi.clearAllTimers()
  const next = await openPage()
  const told: [string, number][] = []
  next.onAdopted((of, response) => told.push([of.what, response.status]))
  const again = answers(201)
  await next.adoptLeft()
  expect(next.outbox.waiting.value).toEqual(['a try'])
  await next.send()
  expect(again).toHaveLength(1)
  expect(again[0]).toMatchObject({ body: '{"a":1}', key: name })
  expect(told).toEqual([['a try', 201]])
  expect(kept()).toEqual([])
})

test('what is left is not sent, and comes back by a press', async () => {
  const { retrying, leave, outbox, send } = await openPage()
  answers(0)
  const answer = retrying(post('{"a":1}'))
  const refused = expect(answer).rejects.toThrow()
  await vi.advanceTimersByTimeAsync(900)
  const back = leave()
  await refused
  expect(kept()).toEqual([])
  expect(outbox.waiting.value).toEqual([])
  back()
  expect(outbox.waiting.value).toEqual(['a try'])
  vi.restoreAllMocks()
  const sent = answers(201)
  await send()
  expect(sent[0]?.body).toBe('{"a":1}')
})

test('who goes on at once is answered with 202; what only asks does not wait', async () => {
  const { retrying, sureLater, changeOf } = await openPage()
  answers(0)
  const going = sureLater(post('{"a":1}'))
  const asking = retrying(new Request('http://localhost/api/v1/plan', { method: 'POST', body: '{}' }))
  const refused = expect(asking).rejects.toThrow('network')
  await vi.advanceTimersByTimeAsync(900)
  expect((await going).status).toBe(202)
  await refused
  expect(kept()).toHaveLength(1)
  expect(changeOf('POST', '/api/v1/plan')).toBeUndefined()
  expect(changeOf('PUT', '/api/v1/shelf/briefs/x')).toBe('a change on the shelf')
  expect(changeOf('DELETE', '/rooms/hall/api/v1/assignments/x')).toBe('a change to an assignment')
  expect(changeOf('GET', '/api/v1/pupils')).toBeUndefined()
})

test('what was deleted by a try without an answer is deleted', async () => {
  const { retrying } = await openPage()
  answers(0, 404)
  const answer = retrying(new Request('http://localhost/api/v1/pupils/p1', { method: 'DELETE' }))
  await vi.advanceTimersByTimeAsync(900)
  expect((await answer).status).toBe(204)
})

test('where the browser keeps nothing more, a change waits for as long as the page is open', async () => {
  const { retrying, outbox, send } = await openPage()
  answers(0)
  const full = vi.fn(() => {
    throw new DOMException('full', 'QuotaExceededError')
  })
  vi.stubGlobal('localStorage', { setItem: full, removeItem: () => undefined, getItem: () => null })
  const answer = retrying(post('{"a":1}'))
  await vi.advanceTimersByTimeAsync(900)
  expect(full).toHaveBeenCalled()
  expect(outbox.waiting.value).toEqual(['a try'])
  vi.restoreAllMocks()
  answers(201)
  await send()
  expect((await answer).status).toBe(201)
  vi.unstubAllGlobals()
})
