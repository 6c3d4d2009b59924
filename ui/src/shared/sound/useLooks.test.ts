import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { effectScope, ref } from 'vue'
import { useLooks } from './useLooks'

type Mic = Parameters<typeof useLooks>[0]

beforeEach(() => vi.useFakeTimers())
afterEach(() => vi.useRealTimers())

/** A listener to a room in which something sounds for 1 s from each of some seconds on, and whose look takes so long; it tells when looks begin, in tenths of a second. */
async function looks(sounds: number[], took: number, seconds: number) {
  let now = 0
  const at: number[] = []
  const mic = {
    risen: ref(0),
    recording: ref(true),
    seconds: () => now,
    sounds: (within: number) => sounds.some((s) => s <= now && now - (s + 1) <= within),
  } as unknown as Mic
  const scope = effectScope()
  const look = () => {
    at.push(Math.round(now * 10))
    return new Promise<boolean>((done) => setTimeout(() => done(false), took * 1000))
  }
  scope.run(() => useLooks(mic, ref(true), look, () => ({ start: 0, since: 0 })))
  for (; now < seconds; now += 0.05) await vi.advanceTimersByTimeAsync(50)
  scope.stop()
  return at
}

it('does not look at silence', async () => {
  expect(await looks([], 0.05, 5)).toEqual([])
})

it('does not look on when a sound has gone', async () => {
  const at = await looks([1], 0.05, 10)
  expect(at.length).toBeGreaterThan(3)
  expect(Math.max(...at)).toBeLessThan(32)
})

it('looks again at what began during a look that took longer than it', async () => {
  const at = await looks([1, 1.5], 4, 20)
  expect(at).toHaveLength(2)
  expect(at[1]).toBeGreaterThan(50)
})
