import { afterEach, expect, test, vi } from 'vitest'
import { away, cameFrom } from './away'

afterEach(() => {
  vi.restoreAllMocks()
  vi.useRealTimers()
})

test('what a device kept says that nothing answers, until something does', async () => {
  vi.useFakeTimers()
  cameFrom(new Response('{}'))
  expect(away.value).toBe(false)
  cameFrom(new Response('{}', { headers: { 'Kept-At': 'Fri, 27 Nov 2026 12:00:00 GMT' } }))
  expect(away.value).toBe(true)
  const fetched = vi.spyOn(globalThis, 'fetch').mockRejectedValueOnce(new TypeError('network')).mockResolvedValue(new Response('{}'))
  await vi.advanceTimersByTimeAsync(9000)
  expect(away.value).toBe(true)
  await vi.advanceTimersByTimeAsync(8000)
  expect(away.value).toBe(false)
  await vi.advanceTimersByTimeAsync(60_000)
  expect(fetched).toHaveBeenCalledTimes(2)
})

test('an answer of the application ends it at once', () => {
  cameFrom(new Response('{}', { status: 504 }))
  expect(away.value).toBe(true)
  cameFrom(new Response('{}', { status: 422 }))
  expect(away.value).toBe(false)
})
