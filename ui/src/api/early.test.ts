import { afterEach, expect, test, vi } from 'vitest'
import { note } from './early'

afterEach(() => {
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
})

const post = (path: string, body: string) => new Request(`http://localhost${path}`, { method: 'POST', body, headers: { 'Content-Type': 'application/json' } })

test('what was asked before there was a worker is asked again once, through it', async () => {
  const workers = Object.assign(new EventTarget(), { controller: null as object | null })
  vi.stubGlobal('navigator', { serviceWorker: workers })
  const fetched: string[] = []
  vi.spyOn(globalThis, 'fetch').mockImplementation(async (r) => {
    fetched.push(`${new URL((r as Request).url).pathname} ${await (r as Request).text()}`)
    return new Response('{}')
  })
  note(post('/api/v1/plan', '{"a":1}'))
  note(post('/api/v1/log', '{"a":2}'))
  for (let n = 0; n < 30; n++) note(post('/api/v1/plan/score', String(n)))
  workers.controller = {}
  note(post('/api/v1/plan', '{"late":1}'))
  workers.dispatchEvent(new Event('controllerchange'))
  workers.dispatchEvent(new Event('controllerchange'))
  await vi.waitFor(() => expect(fetched).toHaveLength(30))
  expect(fetched[0]).toBe('/api/v1/plan/score 0')
  expect(fetched.some((f) => f.includes('/log') || f.includes('late'))).toBe(false)
})
