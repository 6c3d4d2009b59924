import { say } from '../words'
import { computed, nextTick, shallowRef, watch, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Brief } from '../../api/client'
import { useCatalogue } from '../catalogue'
import { useLoad, wordsOf } from '../load'
import { tell } from '../shell/notice'
import { changeOf } from './asked'
import { changed, fromQuery, toQuery, type Changes } from './query'

export interface Made {
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

  const { catalogue, failure: noCatalogue, load: loadCatalogue } = useCatalogue()
  const asked = shallowRef<Brief>()
  const { value: made, problems, failure: notMade, busy, again } = useLoad(asked, make)
  /** The last brief that something was made of. */
  const worked = shallowRef<Brief>()
  watch(made, async () => {
    worked.value = asked.value
    await nextTick()
    // What was pressed may have gone with the old plan: the focus stays at the work.
    if (here.value && document.activeElement === document.body) document.getElementById('main')?.focus({ preventScroll: true })
  })
  const failure = computed(() => notMade.value || noCatalogue.value)

  async function retry() {
    await Promise.all([again(), noCatalogue.value ? loadCatalogue() : Promise.resolve()])
  }

  function query(next: Brief) {
    return { ...toQuery(next), ...(savedId.value ? { saved: savedId.value } : {}) }
  }

  /** Changes the brief by a choice, which says all that goes with it: a step of the browser's history. */
  function change(changes: Changes) {
    return router.push({ query: query(changed(brief.value, changes)) })
  }

  let asking: Promise<unknown> = Promise.resolve()

  /** Changes one thing of the brief; what hangs on it goes too. One after another, each of what the one before left. */
  function ask(change: Changes): Promise<unknown> {
    const next = asking.then(async () => replaceBrief(await changeOf(brief.value, change)))
    asking = next.catch((e: unknown) => tell(wordsOf(e), { label: say.tryAgain, run: () => void ask(change) }))
    return asking
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
      asked.value = brief.value
    },
    { immediate: true },
  )

  return { brief, savedId, catalogue, made, worked, problems, failure, busy, change, ask, retry, attachSaved, replaceBrief, startAfresh }
}

export type Work = ReturnType<typeof useWork<Made>>
