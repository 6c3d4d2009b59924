import { watch } from 'vue'
import type { Brief } from '../api/client'
import { lookAhead, planOf } from '../shared/brief/asked'
import { useWork } from '../shared/brief/useWork'
import { keptBench } from '../shared/shell/kept'

const starter: Brief = { instrument: { id: 'guitar' }, scale: { tonic: 'E', name: 'dorian' } }

/** The state of the bench: the plan of the brief in the address. */
export function useBench() {
  const work = useWork('bench', keptBench, starter, planOf)
  // The keys a fourth away and the boxes beside this one are asked for before they are pressed.
  watch(work.made, (plan) => {
    const brief = work.worked.value ?? work.brief.value
    if (!plan) return
    const keys = [plan.scale.fourthOn, plan.scale.fourthBack].filter(Boolean).map((tonic) => ({ 'scale.tonic': tonic }))
    const boxes = [plan.box + 1, plan.box - 1].filter((i) => plan.boxes[i]).map((i) => ({ 'layout.box': i }))
    void lookAhead(brief, [...keys, ...boxes], () => work.made.value === plan)
  })
  return { ...work, plan: work.made }
}
