import { ref, watch, type Ref } from 'vue'
import type { Call } from '../api/client'
import type { Given } from '../shared/calls'

/** A note that was pressed or played. */
export interface Struck {
  midi: number
  string?: number
  fret?: number
}

/** Notes that are played back one after the other: the last that the call has makes them the answer. */
export function usePlayedBack(call: Ref<Call | undefined>, answer: (of: Given) => void) {
  const struck = ref<Struck[]>([])
  const clear = () => (struck.value = [])
  watch(call, clear)

  function strike(note: Struck) {
    const of = call.value?.answer.notes?.length ?? 0
    if (struck.value.length >= of) return
    struck.value = [...struck.value, note]
    if (struck.value.length === of) answer({ played: struck.value.map((n) => n.midi) })
  }
  return { struck, strike, clear }
}
