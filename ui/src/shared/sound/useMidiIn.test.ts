import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import { useMidiIn } from './useMidiIn'

const input = { name: 'keys', onmidimessage: null as null | ((event: object) => void) }
const strike = (midi: number) => input.onmidimessage?.({ data: new Uint8Array([0x90, midi, 80]), timeStamp: performance.now() })

beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal('navigator', { requestMIDIAccess: () => Promise.resolve({ inputs: new Map([['1', input]]) }) })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

async function instrument() {
  const playing = ref(false)
  const handed: number[][] = []
  const scope = effectScope()
  const midi = scope.run(() => useMidiIn(playing, (struck) => handed.push(struck.map((s) => s.midi))))
  await midi?.listen()
  const turn = async (on: boolean) => {
    playing.value = on
    await nextTick()
  }
  return { turn, handed, scope }
}

it('takes a last note that comes late, and none that comes after it', async () => {
  const { turn, handed } = await instrument()
  strike(59)
  await turn(true)
  strike(60)
  await turn(false)
  vi.advanceTimersByTime(400)
  strike(62)
  vi.advanceTimersByTime(200)
  strike(64)
  expect(handed).toEqual([[60, 62]])
})

it('hands over what it has where the next run begins before that', async () => {
  const { turn, handed } = await instrument()
  await turn(true)
  strike(60)
  await turn(false)
  await turn(true)
  strike(62)
  await turn(false)
  vi.advanceTimersByTime(600)
  expect(handed).toEqual([[60], [62]])
})

it('hands over nothing once it is left', async () => {
  const { turn, handed, scope } = await instrument()
  await turn(true)
  strike(60)
  await turn(false)
  scope.stop()
  vi.advanceTimersByTime(600)
  expect(handed).toEqual([])
})

it('hears from the beginning what is listened to all the time', async () => {
  const told: number[][] = []
  const scope = effectScope()
  const midi = scope.run(() =>
    useMidiIn(
      ref(true),
      () => undefined,
      (struck) => told.push(struck.map((s) => s.midi)),
    ),
  )
  await midi?.listen()
  strike(60)
  strike(62)
  expect(told).toEqual([[60], [60, 62]])
  scope.stop()
})
