import { onScopeDispose, shallowRef, watch, type Ref } from 'vue'
import { api, take, type Plan, type Score } from '../api/client'
import { keptStaff } from '../shell/kept'
import { tell } from '../shell/notice'

/** The plan's run as it is written down, while a staff is wanted. */
export function useScore(plan: Ref<Plan | undefined>) {
  const score = shallowRef<Score>()
  let running: AbortController | undefined
  watch(
    [plan, keptStaff],
    async ([now, wanted]) => {
      running?.abort()
      if (!now || !wanted) {
        score.value = undefined
        return
      }
      const mine = (running = new AbortController())
      try {
        score.value = await take(api.POST('/api/v1/plan/score', { body: now.brief, signal: mine.signal }))
      } catch {
        if (!mine.signal.aborted) tell('The staff could not be written.')
      }
    },
    { immediate: true },
  )
  onScopeDispose(() => running?.abort())
  return score
}
