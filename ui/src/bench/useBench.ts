import { api, take, type Brief } from '../api/client'
import { useWork } from '../shared/brief/useWork'
import { keptBench } from '../shared/shell/kept'

const starter: Brief = { instrument: { id: 'guitar' }, scale: { tonic: 'E', name: 'dorian' } }

/** The state of the bench: the plan of the brief in the address. */
export function useBench() {
  const work = useWork('bench', keptBench, starter, (body, signal) => take(api.POST('/api/v1/plan', { body, signal })))
  return { ...work, plan: work.made }
}
