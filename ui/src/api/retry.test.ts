import { afterEach, expect, test, vi } from 'vitest'
import { retrying } from './retry'

afterEach(() => vi.restoreAllMocks())

const post = (signal?: AbortSignal) =>
  new Request('http://localhost/api/v1/log', { method: 'POST', body: '{"a":1}', headers: { 'Content-Type': 'application/json' }, ...(signal ? { signal } : {}) })

test('what had no answer is sent once more, under the same name, with all that it had', async () => {
  const sent: Request[] = []
  vi.spyOn(globalThis, 'fetch').mockImplementation((r) => {
    sent.push(r as Request)
    return sent.length === 1 ? Promise.reject(new TypeError('network')) : Promise.resolve(new Response('ok'))
  })
  const answer = await retrying(post())
  expect(await answer.text()).toBe('ok')
  expect(sent).toHaveLength(2)
  expect(sent[0]?.headers.get('Idempotency-Key')).toMatch(/^[0-9a-f-]{36}$/)
  expect(sent[1]?.headers.get('Idempotency-Key')).toBe(sent[0]?.headers.get('Idempotency-Key'))
  expect(sent[1]?.headers.get('Content-Type')).toBe('application/json')
  expect(await sent[1]?.text()).toBe('{"a":1}')
})

test('an answer is taken as it is, whatever it says; each request has a name of its own', async () => {
  const names: (string | null)[] = []
  vi.spyOn(globalThis, 'fetch').mockImplementation((r) => {
    names.push((r as Request).headers.get('Idempotency-Key'))
    return Promise.resolve(new Response('', { status: 500 }))
  })
  expect((await retrying(post())).status).toBe(500)
  await retrying(post())
  expect(new Set(names).size).toBe(2)
})

test('what was given up is not sent again, nor what only asks', async () => {
  const fetched = vi.spyOn(globalThis, 'fetch').mockRejectedValue(new TypeError('network'))
  const gone = new AbortController()
  gone.abort()
  await expect(retrying(post(gone.signal))).rejects.toThrow()
  await expect(retrying(new Request('http://localhost/api/v1/catalogue'))).rejects.toThrow('network')
  expect(fetched).toHaveBeenCalledTimes(2)
})
