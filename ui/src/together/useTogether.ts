import { until } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, take, type Brief, type Member, type StoredPupil } from '../api/client'
import { useWork } from '../shared/brief/useWork'
import { useLoad, wordsOf } from '../shared/load'
import { pupils } from '../shared/pupils/pupils'
import { keptGroup, keptTogether } from '../shared/shell/kept'
import { tell } from '../shared/shell/notice'

const starter: Brief = { instrument: { id: 'guitar' }, scale: { tonic: 'Bb', name: 'major' }, layout: { system: 'one-octave' } }

/** The music of the brief in the address, given out to the group that is chosen. */
export function useTogether() {
  const route = useRoute()
  watch(
    () => (route.name === 'together' ? route.query.group : undefined),
    (id) => typeof id === 'string' && (keptGroup.value = id),
    { immediate: true },
  )
  const { value: all, again: readGroups } = useLoad(
    () => true,
    () => pupils.list('', undefined, 500),
  )
  const groups = computed(() => (all.value?.pupils ?? []).filter((p) => p.pupil.members?.length))
  const group = computed(() => groups.value.find((g) => g.id === keptGroup.value) ?? groups.value[0])
  const members = computed<Member[]>(() => group.value?.pupil.members ?? [])

  const work = useWork('together', keptTogether, starter, async (brief, signal) => {
    await until(all).toBeTruthy()
    return take(api.POST('/api/v1/together', { body: { brief, members: members.value.length ? members.value : [{ name: '1', instrument: brief.instrument }] }, signal }))
  })
  watch(
    () => JSON.stringify(members.value),
    () => all.value && void work.retry(),
  )

  /** Puts a group as it is stored in the place of what was read. */
  function put(stored: StoredPupil) {
    keptGroup.value = stored.id
    if (!all.value) return
    const others = all.value.pupils.filter((p) => p.id !== stored.id)
    all.value = { ...all.value, pupils: [...others, stored].sort((a, b) => a.pupil.name.localeCompare(b.pupil.name)) }
  }

  /** One change is kept after the other: each begins from the version that the one before it left. */
  let changes = Promise.resolve()

  /** Changes what a member plays: the group keeps it. */
  function give(index: number, change: Partial<Member>) {
    changes = changes.then(async () => {
      const of = group.value
      if (!of) return
      const changed = members.value.map((m, i) => (i === index ? { ...m, ...change } : m))
      try {
        put(await pupils.update(of, { ...of.pupil, members: changed }))
      } catch (cause) {
        tell(wordsOf(cause))
      }
    })
    return changes
  }

  /** Members who are silent, and the one who plays alone, by their places. */
  const muted = ref<number[]>([])
  const alone = ref<number>()
  const heard = (index: number) => (alone.value === undefined ? !muted.value.includes(index) : alone.value === index)
  watch(
    () => group.value?.id,
    () => {
      muted.value = []
      alone.value = undefined
    },
  )

  return { ...work, groups, group, members, put, give, readGroups, muted, alone, heard }
}
