import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { CallError, type Brief, type FieldError } from '../api/client'
import { useCatalogue } from './useCatalogue'
import { changed, fromQuery, toQuery, type Value } from './query'

export type Changes = Record<string, Value | undefined>

interface Made {
  brief: Brief
  sentence: string
}

/** A screen on a brief: the address is the brief, the server makes something of it. */
export function useWork<T extends Made>(screen: string, kept: Ref<string>, usual: Brief, make: (brief: Brief, signal: AbortSignal) => Promise<T>) {
  const route = useRoute()
  const router = useRouter()
  const here = computed(() => route.name === screen)
  const brief = computed<Brief>(() => fromQuery(route.query) ?? usual)
  const savedId = computed(() => (typeof route.query.saved === 'string' ? route.query.saved : undefined))

  const { catalogue, own, ownScales, failure: noChoices, loadOwn, loadChoices } = useCatalogue()
  const made = shallowRef<T>()
  const worked = shallowRef<Brief>()
  const problems = ref<FieldError[]>([])
  const makeFailure = ref('')
  const failure = computed(() => makeFailure.value || noChoices.value)
  const busy = ref(false)
  let running: AbortController | undefined

  async function load() {
    running?.abort()
    const mine = (running = new AbortController())
    busy.value = true
    const asked = brief.value
    try {
      made.value = await make(asked, mine.signal)
      worked.value = asked
      problems.value = []
      makeFailure.value = ''
    } catch (cause) {
      if (mine.signal.aborted) return
      const error = cause as CallError
      problems.value = error.fields ?? []
      makeFailure.value = problems.value.length > 0 ? '' : error.message
    } finally {
      if (running === mine) busy.value = false
    }
  }

  async function retry() {
    await Promise.all([load(), noChoices.value ? loadChoices() : Promise.resolve()])
  }

  function query(next: Brief) {
    return { ...toQuery(next), ...(savedId.value ? { saved: savedId.value } : {}) }
  }

  /** Changes the brief; stepping through boxes does not fill the history. */
  function change(changes: Changes, how: 'push' | 'replace' = 'push') {
    return router[how]({ query: query(changed(brief.value, changes)) })
  }

  /** Puts a whole brief in place. */
  function replaceBrief(next: Brief) {
    return router.push({ query: query(next) })
  }

  function startAfresh() {
    return router.push({ query: toQuery(usual) })
  }

  function attachSaved(id: string | undefined) {
    return router.replace({ query: { ...toQuery(brief.value), ...(id ? { saved: id } : {}) } })
  }

  watch(
    [brief, here],
    () => {
      if (!here.value) return
      if (Object.keys(route.query).length === 0 && kept.value) {
        void router.replace(kept.value)
        return
      }
      kept.value = route.fullPath
      void load()
    },
    { immediate: true },
  )
  onScopeDispose(() => running?.abort())

  return { brief, savedId, catalogue, own, ownScales, made, worked, problems, failure, busy, change, retry, loadOwn, attachSaved, replaceBrief, startAfresh }
}

export type Work = ReturnType<typeof useWork<Made>>
