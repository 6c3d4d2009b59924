import { say } from './words'
import { useNow } from '@vueuse/core'
import { useKept } from '../shared/shell/site'
import { computed } from 'vue'
import type { LogResult } from '../api/client'

interface Done {
  id: string
  rung: string
  result: LogResult
  seconds: number
}

interface Sitting {
  /** Milliseconds since 1970; 0 where none is under way. */
  begun: number
  minutes: number
  tries: Done[]
}

/** After so long without a try a sitting is over. */
const over = 90 * 60_000

const kept = useKept<Sitting>('sitting', { begun: 0, minutes: 15, tries: [] })

/** What is practised between sitting down and getting up; a reload goes on with it. */
export function useSitting() {
  const now = useNow({ interval: 1000 })
  const sitting = computed(() => kept.value)
  const passed = computed(() => (kept.value.begun ? Math.max(now.value.getTime() - kept.value.begun, 0) : 0))
  const minutesLeft = computed(() => Math.ceil((kept.value.minutes * 60_000 - passed.value) / 60_000))
  const clean = computed(() => kept.value.tries.filter((t) => t.result === 'clean').length)

  function begin() {
    if (kept.value.begun && passed.value < Math.max(over, kept.value.minutes * 120_000)) return
    kept.value = { ...kept.value, begun: Date.now(), tries: [] }
  }

  const add = (t: Done) => (kept.value = { ...kept.value, tries: [...kept.value.tries, t] })
  const drop = (id: string) => (kept.value = { ...kept.value, tries: kept.value.tries.filter((t) => t.id !== id) })
  const plan = (minutes: number) => (kept.value = { ...kept.value, minutes })

  /** Ends the sitting, and says what it came to. */
  function end(): string {
    const { tries } = kept.value
    const minutes = Math.max(Math.round(passed.value / 60_000), 1)
    const rungs = [...new Set(tries.map((t) => t.rung))]
    const summary = tries.length ? say.sessionDone(minutes, tries.length, rungs.length, rungs.join(', '), clean.value) : say.noTriesInThisSession
    kept.value = { ...kept.value, begun: 0, tries: [] }
    return summary
  }

  return { sitting, passed, minutesLeft, clean, begin, add, drop, plan, end }
}
