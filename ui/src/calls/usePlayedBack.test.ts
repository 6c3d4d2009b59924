import { expect, test, vi } from 'vitest'
import { nextTick, shallowRef } from 'vue'
import type { Call } from '../api/client'
import { usePlayedBack } from './usePlayedBack'

const note = { string: 1, fret: 0, midi: 64, name: 'E', degree: '1' }
const of = (notes: number) => ({ answer: { notes: Array.from({ length: notes }, () => note) } }) as unknown as Call

test('the last note makes all of them the answer, once, in their order', () => {
  const answer = vi.fn()
  const back = usePlayedBack(shallowRef(of(3)), answer)
  back.strike({ midi: 60, string: 3, fret: 5 })
  back.strike({ midi: 64 })
  expect(answer).not.toHaveBeenCalled()
  back.strike({ midi: 62 })
  back.strike({ midi: 65 })
  expect(answer.mock.calls).toEqual([[{ played: [60, 64, 62] }]])
})

test('what was played is gone with the call, and where it is cleared', async () => {
  const answer = vi.fn()
  const call = shallowRef<Call | undefined>(of(2))
  const back = usePlayedBack(call, answer)
  back.strike({ midi: 60 })
  back.clear()
  back.strike({ midi: 61 })
  call.value = of(2)
  await nextTick()
  expect(back.struck.value).toEqual([])
  back.strike({ midi: 62 })
  expect(answer).not.toHaveBeenCalled()
  call.value = undefined
  await nextTick()
  back.strike({ midi: 62 })
  expect(back.struck.value).toEqual([])
})
