import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, take, type Brief, type Ladder, type LadderStep, type LogResult } from '../api/client'
import { changed, fromQuery, toQuery, type Changes } from '../shared/brief/query'
import { useLoad, wordsOf } from '../shared/load'
import { keptPractise } from '../shared/shell/kept'
import { tell } from '../shared/shell/notice'

const starter: Brief = { instrument: { id: 'guitar' }, scale: { tonic: 'E', name: 'dorian' } }

/** A step in an address: "2@60" is eighths at 60. */
function stepOf(text: unknown): LadderStep | undefined {
  const parts = typeof text === 'string' ? /^(\d+)@(\d+)$/.exec(text) : null
  return parts ? { perBeat: Number(parts[1]), tempoBpm: Number(parts[2]) } : undefined
}

const asText = (s: LadderStep) => `${s.perBeat}@${s.tempoBpm}`

/** What is told of a try beside how it went. */
interface Told {
  seconds: number
  remark: string
  take: Blob | undefined
}

/** The ladder of the brief in the address, the rung that is played, and the log that says what comes next. */
export function usePractise() {
  const route = useRoute()
  const router = useRouter()
  const here = computed(() => route.name === 'practise')
  const brief = computed<Brief>(() => fromQuery(route.query) ?? starter)
  const wanted = computed(() => {
    const from = stepOf(route.query.from)
    const goal = stepOf(route.query.goal)
    return {
      brief: changed(brief.value, { round: undefined }),
      ...(from ? { from } : {}),
      ...(goal ? { goal } : {}),
      ...(typeof route.query.way === 'string' ? { way: route.query.way } : {}),
    }
  })

  const asked = shallowRef<typeof wanted.value>()
  watch(
    [wanted, here],
    () => {
      if (!here.value) return
      if (Object.keys(route.query).length === 0 && keptPractise.value) {
        void router.replace(keptPractise.value)
        return
      }
      keptPractise.value = route.fullPath
      asked.value = wanted.value
    },
    { immediate: true },
  )
  const { value: ladder, problems, failure, busy, again } = useLoad(asked, (body, signal) => take(api.POST('/api/v1/practise', { body, signal })))

  // The rung that is played: the next one of the ladder until another is chosen.
  const chosen = ref<number>()
  watch(ladder, () => (chosen.value = undefined))
  const at = computed(() => chosen.value ?? ladder.value?.next ?? 0)
  const rung = computed(() => ladder.value?.rungs[at.value])

  function choose(i: number) {
    const last = (ladder.value?.rungs.length ?? 1) - 1
    chosen.value = Math.min(Math.max(i, 0), last)
  }

  const played = computed(() =>
    ladder.value && rung.value ? changed(wanted.value.brief, { 'rhythm.perBeat': rung.value.perBeat, 'rhythm.tempoBpm': rung.value.tempoBpm }) : undefined,
  )
  const { value: plan, failure: noPlan } = useLoad(played, (body, signal) => take(api.POST('/api/v1/plan', { body, signal })))

  const failed = ref('')

  /** Writes down how a try went, with its take where that is to be kept; the ladder then says what comes next. */
  async function write(result: LogResult, { seconds, remark, take: sound }: Told) {
    const step = rung.value
    if (!step) return undefined
    failed.value = ''
    try {
      const entry = await take(api.POST('/api/v1/log', { body: { brief: wanted.value.brief, perBeat: step.perBeat, tempoBpm: step.tempoBpm, result, seconds, remark } }))
      if (sound) await keepTake(entry.id, sound)
      await again()
      tell(`${step.name}: ${words[result]}.`, { label: 'Undo', run: () => void takeBack(entry.id) })
      return entry
    } catch (cause) {
      failed.value = `${wordsOf(cause)} The try is not written down yet: press again.`
      return undefined
    }
  }

  async function keepTake(id: string, sound: Blob) {
    try {
      await take(api.PUT('/api/v1/log/{id}/take', { params: { path: { id } }, body: '', bodySerializer: () => sound, headers: { 'Content-Type': 'application/octet-stream' } }))
    } catch (cause) {
      failed.value = `The try is written down, its take is not kept: ${wordsOf(cause)}`
    }
  }

  const takenBack = ref('')
  async function takeBack(id: string) {
    try {
      await take(api.POST('/api/v1/log/{id}/take-back', { params: { path: { id } } }))
      takenBack.value = id
      await again()
    } catch (cause) {
      failed.value = wordsOf(cause)
    }
  }

  /** Another start, goal or way, in the address. */
  function set(change: { from?: LadderStep; goal?: LadderStep; way?: string }) {
    const now = ladder.value as Ladder
    const next = { from: now.from, goal: now.goal, way: now.way, ...change }
    return router.push({ query: { ...toQuery(brief.value), from: asText(next.from), goal: asText(next.goal), way: next.way } })
  }

  /** Another work; start, goal and way stay as they were asked for. */
  function changeBrief(changes: Changes) {
    const { from, goal, way } = route.query
    return router.push({ query: { ...toQuery(changed(brief.value, changes)), ...(from ? { from } : {}), ...(goal ? { goal } : {}), ...(way ? { way } : {}) } })
  }

  return { changeBrief, brief, ladder, problems, failure, noPlan, failed, takenBack, busy, again, at, rung, plan, choose, write, set }
}

export const words: Record<LogResult, string> = { clean: 'clean', nearly: 'nearly', 'not-yet': 'not yet' }

export const keyOf: Record<LogResult, string> = { clean: '1', nearly: '2', 'not-yet': '3' }
