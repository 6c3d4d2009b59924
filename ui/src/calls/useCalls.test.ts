import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { effectScope, ref } from 'vue'
import { calls, usualAsked } from '../shared/calls'
import { useCalls } from './useCalls'

const brief = { instrument: { id: 'bass' }, scale: { tonic: 'Gb', name: 'major' } }
const band = vi.hoisted(() => ({ start: vi.fn(), stop: vi.fn(), onBeat: undefined as unknown as (beat: number, due: number) => Promise<void> }))
vi.mock('./useAlong', () => ({
  useAlong: (_plan: unknown, onBeat: typeof band.onBeat) => {
    band.onBeat = onBeat
    return { playing: { value: false }, counting: { value: 0 }, blocked: { value: '' }, start: band.start, stop: band.stop }
  },
}))

/** Calls that are asked one after the other, and what a mark comes to. */
const asks = ['6', '4', '1', '5']
let every = 0
let asked: { said?: string[] }[] = []
let marked: { answers: string; given: object; said?: string[] }[] = []
const call = (ask: string) => ({ n: 1, ask, show: ask, say: ask, answer: {}, also: [], why: '', facts: [] })

let scope: ReturnType<typeof effectScope>
function sitting(more: Partial<typeof usualAsked> = {}) {
  const said: string[] = []
  const one = scope.run(() =>
    useCalls({
      brief: ref(brief),
      asked: ref({ ...usualAsked, ...more }),
      kind: ref(undefined),
      plan: ref(undefined),
      pupil: ref('p1'),
      assignment: ref(''),
      say: (of) => said.push(of.say),
    }),
  )
  if (!one) throw new Error('the scope is over')
  return { ...one, said }
}

beforeEach(() => {
  vi.useFakeTimers()
  scope = effectScope()
  asked = []
  marked = []
  every = 0
  band.start.mockReset().mockResolvedValue(true)
  band.stop.mockReset()
  vi.spyOn(calls, 'begin').mockResolvedValue({ id: 's1', at: '', sort: 'calls', kind: 'numbers', title: '', right: 0, of: 0 })
  vi.spyOn(calls, 'next').mockImplementation((_, body) => {
    asked.push(body as { said?: string[] })
    return Promise.resolve({ calls: [call(asks[(asked.length - 1) % asks.length] ?? '')], level: 2, levelWords: 'words', every }) as never
  })
  vi.spyOn(calls, 'mark').mockImplementation((_sitting, _ms, body) => {
    marked.push(body)
    const text = body.given.text ?? ''
    const verdict = text === '?' ? 'again' : text === 'no' || body.given.right === false ? 'wrong' : 'right'
    return Promise.resolve({ verdict, words: `it is ${verdict}`, time: '', call: call(body.answers), facts: {}, slips: [], missed: [], extra: [] }) as never
  })
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
  vi.restoreAllMocks()
})

test('a right answer leads on by itself, with what was asked before it', async () => {
  const s = sitting()
  await s.start()
  expect(s.call.value?.ask).toBe('6')
  expect(s.said).toEqual(['6'])
  await s.answer({ text: '4/7' })
  expect(s.marked.value?.verdict).toBe('right')
  await vi.advanceTimersByTimeAsync(1000)
  expect(s.call.value?.ask).toBe('4')
  expect(s.marked.value).toBeUndefined()
  expect(asked.map((a) => a.said)).toEqual([[], ['6']])
  expect(marked[0]?.answers).toBe('6')
})

test('a wrong answer stays until it is left; nonsense is asked again and is no answer', async () => {
  const s = sitting()
  await s.start()
  await s.answer({ text: '?' })
  expect(s.trouble.value).toBe('it is again')
  expect(s.answers.value).toHaveLength(0)
  await s.answer({ text: 'no' })
  await vi.advanceTimersByTimeAsync(5000)
  expect(s.call.value?.ask).toBe('6')
  expect(s.marked.value?.verdict).toBe('wrong')
  expect(s.waiting.value).toBeUndefined()
  await s.answer({ text: 'late' })
  expect(s.answers.value.map((a) => a.right)).toEqual([false])
  await s.next()
  expect(s.call.value?.ask).toBe('4')
})

test('on the beat a call that was not answered by the next one is missed', async () => {
  const s = sitting({ every: 2 })
  await s.start()
  expect(band.start).toHaveBeenCalledOnce()
  expect(s.call.value).toBeUndefined()
  await band.onBeat(0, performance.now())
  expect(s.call.value?.ask).toBe('6')
  await band.onBeat(1, performance.now())
  expect(asked).toHaveLength(1)
  await s.answer({ text: '4/7' }, performance.now() + 40)
  expect(marked[0]?.given).toMatchObject({ offMs: 40 })
  await band.onBeat(2, performance.now())
  await band.onBeat(4, performance.now())
  expect(marked[1]?.given).toMatchObject({ right: false })
  expect(s.answers.value.map((a) => a.right)).toEqual([true, false])
})

test('a level may bring the band in; without sound it waits', async () => {
  every = 8
  const s = sitting()
  await s.start()
  expect(band.start).toHaveBeenCalledOnce()
  expect(s.along.value).toBe(8)
  expect(s.call.value).toBeUndefined()
  s.leave()
  band.start.mockResolvedValue(false)
  await s.start()
  expect(s.along.value).toBe(0)
  expect(s.call.value).toBeDefined()
})

test('what cannot be asked is said, and nothing runs', async () => {
  vi.mocked(calls.begin).mockRejectedValue(new Error('no 5 below the 1'))
  const s = sitting()
  await s.start()
  await flushPromises()
  expect(s.trouble.value).toBe('no 5 below the 1')
  expect(s.running.value).toBe(false)
})
