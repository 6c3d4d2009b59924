import { effectScope, nextTick, shallowRef } from 'vue'
import { describe, expect, it } from 'vitest'
import { CallError } from '../api/client'
import { useLoad, wordsOf } from './load'

/** A loader whose calls are answered by hand. */
function byHand() {
  const asked = shallowRef<string | undefined>('a')
  const calls: { asked: string; signal: AbortSignal; answer: (v: string) => void; fail: (e: Error) => void }[] = []
  const scope = effectScope()
  const loaded = scope.run(() => useLoad(asked, (what, signal) => new Promise<string>((answer, fail) => calls.push({ asked: what, signal, answer, fail }))))
  if (!loaded) throw new Error('no scope')
  return { asked, calls, scope, ...loaded }
}
const settle = () => new Promise((done) => setTimeout(done))

describe('a loader', () => {
  it('takes the answer to the last question only', async () => {
    const l = byHand()
    l.asked.value = 'b'
    await nextTick()
    expect(l.calls[0]?.signal.aborted).toBe(true)
    l.calls[1]?.answer('B')
    l.calls[0]?.answer('A')
    await settle()
    expect([l.value.value, l.busy.value]).toEqual(['B', false])
  })

  it('keeps what it had while something is wrong, and says what', async () => {
    const l = byHand()
    l.calls[0]?.answer('A')
    await settle()
    l.asked.value = 'b'
    await nextTick()
    l.calls[1]?.fail(new CallError('This cannot be taken', [{ field: 'scale.tonic', message: 'no such tonic' }], 422))
    await settle()
    expect(l.value.value).toBe('A')
    expect(l.problems.value[0]?.field).toBe('scale.tonic')
    expect(l.failure.value).toBe('')
    void l.again()
    l.calls[2]?.fail(new CallError("Can't reach Even Ladder."))
    await settle()
    expect([l.failure.value, l.problems.value.length]).toEqual(["Can't reach Even Ladder.", 0])
  })

  it('forgets all where nothing is asked, and asks no more once it is left', async () => {
    const l = byHand()
    l.calls[0]?.answer('A')
    await settle()
    l.asked.value = undefined
    await nextTick()
    expect(l.value.value).toBeUndefined()
    l.asked.value = 'c'
    await nextTick()
    l.scope.stop()
    expect(l.calls[1]?.signal.aborted).toBe(true)
  })

  it('says what was wrong in words', () => {
    expect(
      wordsOf(
        new CallError('x', [
          { field: 'a', message: 'one' },
          { field: 'b', message: 'two' },
        ]),
      ),
    ).toBe('one; two')
    expect(wordsOf(new Error('gone'))).toBe('gone')
  })
})
