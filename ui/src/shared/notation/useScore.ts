import { say } from '../words'
import { watch, type Ref } from 'vue'
import { api, take, type Plan } from '../../api/client'
import { useLoad } from '../load'
import { keptStaff } from '../shell/kept'
import { tell } from '../shell/notice'

/** The plan's run as it is written down, while a staff is wanted. */
export function useScore(plan: Ref<Plan | undefined>) {
  const { value: score, failure } = useLoad(
    () => (keptStaff.value ? plan.value?.brief : undefined),
    (body, signal) => take(api.POST('/api/v1/plan/score', { body, signal })),
  )
  watch(failure, (now) => now && tell(say.couldntDrawTheStaff))
  return score
}
