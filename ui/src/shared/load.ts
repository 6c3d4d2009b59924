import { onScopeDispose, ref, shallowRef, watch, type WatchSource } from 'vue'
import { CallError, type FieldError } from '../api/client'

/** Until what has changed is drawn. A page that is not seen draws nothing, so it does not wait for that. */
const nextFrame = () => new Promise((done) => (document.hidden ? setTimeout(done) : requestAnimationFrame(() => setTimeout(done))))

/**
 * What a source asks the server for, kept up to date: its answer, what was wrong with it, and whether one is on its way. What stands beside
 * the work asks after the frame that shows the work.
 */
export function useLoad<S, T>(source: WatchSource<S>, fetch: (asked: NonNullable<S>, signal: AbortSignal) => Promise<T>, { afterFrame = false } = {}) {
  const value = shallowRef<T>()
  const problems = ref<FieldError[]>([])
  /** No answer at all, or one that no field explains. */
  const failure = ref('')
  const busy = ref(false)
  let running: AbortController | undefined
  let latest: S | undefined

  async function load(asked: S) {
    latest = asked
    running?.abort()
    if (asked === undefined || asked === null) {
      value.value = undefined
      problems.value = []
      failure.value = ''
      busy.value = false
      return
    }
    const mine = (running = new AbortController())
    busy.value = true
    try {
      if (afterFrame) await nextFrame()
      if (mine.signal.aborted) return
      const answer = await fetch(asked, mine.signal)
      if (mine.signal.aborted) return
      value.value = answer
      problems.value = []
      failure.value = ''
    } catch (cause) {
      if (mine.signal.aborted) return
      const error = cause as CallError
      problems.value = error.fields ?? []
      failure.value = problems.value.length > 0 ? '' : error.message
    } finally {
      if (running === mine) busy.value = false
    }
  }

  watch(source, (asked) => void load(asked), { immediate: true })
  onScopeDispose(() => running?.abort())

  return { value, problems, failure, busy, again: () => load(latest as S) }
}

/** What was wrong with a call, in words. */
export function wordsOf(cause: unknown): string {
  const error = cause as CallError
  return error.fields?.map((f) => f.message).join('; ') || error.message
}
