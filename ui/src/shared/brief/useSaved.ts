import { say } from '../words'
import { useDraft } from '../shell/site'
import { computed, ref, shallowRef, watch } from 'vue'
import { CallError, type Kept } from '../../api/client'
import { shelf, shelfOf, type ShelfKind } from '../shelf'
import { keptShelf } from '../shell/kept'
import { tell } from '../shell/notice'
import type { Work } from './useWork'

/** Keeping the brief: its title and notes, and what to do when somebody else changed it. */
export function useSaved(work: Work) {
  const kept = shallowRef<Kept>()
  const failure = ref('')
  const busy = ref(false)
  // What is typed here outlives a reload until it is saved.
  const draft = useDraft('draft', { title: '', notes: '', of: '' })

  const dirty = computed(() => {
    const k = kept.value
    if (!k) return false
    return draft.value.title !== k.title || draft.value.notes !== k.notes || sentenceOf() !== k.sentence || boxOf() !== (k.brief?.layout?.box ?? 0)
  })
  const sentenceOf = () => work.made.value?.sentence
  const here = (): ShelfKind => shelfOf(work.brief.value)
  const boxOf = () => work.brief.value.layout?.box ?? 0

  watch(
    work.savedId,
    async (id) => {
      if (!id) {
        kept.value = undefined
        return
      }
      if (kept.value?.id === id) return
      try {
        kept.value = await shelf(here()).get(id)
        if (draft.value.of !== id) draft.value = { title: kept.value.title, notes: kept.value.notes, of: id }
      } catch (cause) {
        kept.value = undefined
        if ((cause as CallError).status === 404) void work.attachSaved(undefined)
      }
    },
    { immediate: true },
  )

  async function run(store: () => Promise<Kept>, said: string) {
    busy.value = true
    failure.value = ''
    const [sent, typed] = [sentenceOf(), `${draft.value.title}\n${draft.value.notes}`]
    try {
      const saved = await store()
      // It may have waited for long: what is on the bench, or typed, by now stays.
      if (sentenceOf() !== sent) {
        tell(say.savedAsItWas(saved.title))
        return true
      }
      kept.value = saved
      keptShelf.value = here() as 'briefs' | 'rounds'
      if (`${draft.value.title}\n${draft.value.notes}` === typed) draft.value = { title: saved.title, notes: saved.notes, of: saved.id }
      else draft.value = { ...draft.value, of: saved.id }
      await work.attachSaved(saved.id)
      tell(said)
      return true
    } catch (cause) {
      const error = cause as CallError
      failure.value = error.fields?.map((f) => `${f.field}: ${f.message}`).join('; ') || error.message
      return false
    } finally {
      busy.value = false
    }
  }

  const body = () => ({ title: draft.value.title, notes: draft.value.notes, brief: work.brief.value })

  function saveNew() {
    return run(() => shelf(here()).create(body()), say.saved)
  }

  function saveOver() {
    const was = kept.value
    // A brief that has become a round stands on another shelf.
    if (!was || was.kind !== here()) return saveNew()
    const took = (stored: Kept) => stored.brief && void work.replaceBrief(stored.brief)
    return run(() => shelf(here()).update(was.id, was.version, body(), took), say.saved)
  }

  function forget() {
    draft.value = { title: '', notes: '', of: '' }
    kept.value = undefined
    return work.attachSaved(undefined)
  }

  return { kept, draft, dirty, failure, busy, saveNew, saveOver, forget }
}
