import { onScopeDispose, ref } from 'vue'
import { keptRest } from '../shared/shell/kept'

/** A rest between two tries: it counts down, and then the next one begins by itself. */
export function useRest(begin: () => void) {
  const left = ref(0)
  let timer: ReturnType<typeof setInterval> | undefined

  function cancel() {
    clearInterval(timer)
    left.value = 0
  }

  function rest() {
    cancel()
    if (!keptRest.value) return
    left.value = keptRest.value
    timer = setInterval(() => {
      if (--left.value > 0) return
      cancel()
      begin()
    }, 1000)
  }

  onScopeDispose(cancel)
  return { left, rest, cancel }
}
