import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, CallError, take, type Brief, type FieldError, type Plan } from '../api/client'
import { changed, fromQuery, toQuery, type Value } from '../brief/query'
import { keptBench } from '../shell/kept'
import { useCatalogue } from './useCatalogue'

export type Changes = Record<string, Value | undefined>

const starter: Brief = { instrument: { id: 'guitar' }, scale: { tonic: 'E', name: 'dorian' } }

/** The state of the bench: the address is the brief, the server makes the plan of it. */
export function useBench() {
  const route = useRoute()
  const router = useRouter()
  const onBench = computed(() => route.name === 'bench')
  const brief = computed<Brief>(() => fromQuery(route.query) ?? starter)
  const savedId = computed(() => (typeof route.query.saved === 'string' ? route.query.saved : undefined))

  const { catalogue, own, ownScales, failure: noChoices, loadOwn, loadChoices } = useCatalogue()
  const plan = shallowRef<Plan>()
  const worked = shallowRef<Brief>()
  const problems = ref<FieldError[]>([])
  const planFailure = ref('')
  const failure = computed(() => planFailure.value || noChoices.value)
  const busy = ref(false)
  let running: AbortController | undefined

  async function load() {
    running?.abort()
    const mine = (running = new AbortController())
    busy.value = true
    const asked = brief.value
    try {
      plan.value = await take(api.POST('/api/v1/plan', { body: asked, signal: mine.signal }))
      worked.value = asked
      problems.value = []
      planFailure.value = ''
    } catch (cause) {
      if (mine.signal.aborted) return
      const error = cause as CallError
      problems.value = error.fields ?? []
      planFailure.value = problems.value.length > 0 ? '' : error.message
    } finally {
      if (running === mine) busy.value = false
    }
  }

  async function retry() {
    await Promise.all([load(), catalogue.value ? Promise.resolve() : loadChoices()])
  }

  function query(next: Brief) {
    return { ...toQuery(next), ...(savedId.value ? { saved: savedId.value } : {}) }
  }

  /** Changes the brief; stepping through boxes does not fill the history. */
  function change(changes: Changes, how: 'push' | 'replace' = 'push') {
    return router[how]({ query: query(changed(brief.value, changes)) })
  }

  /** Puts a whole brief on the bench. */
  function replaceBrief(next: Brief) {
    return router.push({ query: query(next) })
  }

  function startAfresh() {
    return router.push({ query: toQuery(starter) })
  }

  function attachSaved(id: string | undefined) {
    return router.replace({ query: { ...toQuery(brief.value), ...(id ? { saved: id } : {}) } })
  }

  watch(
    [brief, onBench],
    ([, here]) => {
      if (!here) return
      if (Object.keys(route.query).length === 0 && keptBench.value) {
        void router.replace(keptBench.value)
        return
      }
      keptBench.value = route.fullPath
      void load()
    },
    { immediate: true },
  )
  onScopeDispose(() => running?.abort())

  return { brief, savedId, catalogue, own, ownScales, plan, worked, problems, failure, busy, change, retry, loadOwn, attachSaved, replaceBrief, startAfresh }
}

export type Bench = ReturnType<typeof useBench>
