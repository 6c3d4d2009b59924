import { say } from './words'
import { watchDebounced } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answerOf, api, take, type Brief, type Ladder, type LadderRequest, type LogResult } from '../api/client'
import { outbox } from '../api/outbox'
import { sureLater } from '../api/retry'
import { changed, fromQuery, toQuery, type Changes } from '../shared/brief/query'
import { useLoad, wordsOf } from '../shared/load'
import { shelf } from '../shared/shelf'
import { pupils } from '../shared/pupils/pupils'
import { keptPractise } from '../shared/shell/kept'
import { tell } from '../shared/shell/notice'
import type { Struck } from '../shared/sound/useMidiIn'
import { askedOf, asQuery, type Asked } from '../shared/ladderAddress'

const starter: Brief = { instrument: { id: 'guitar' }, scale: { tonic: 'E', name: 'dorian' } }

/** What is told of a try beside how it went. */
interface Told {
  seconds: number
  remark: string
  slips: number[]
  /** A file, or notes. */
  take: Blob | Struck[] | undefined
}

/** The ladder of the brief in the address, the rung that is played, and the log that says what comes next. */
export function usePractise() {
  const route = useRoute()
  const router = useRouter()
  const here = computed(() => route.name === 'practise')
  const brief = computed<Brief>(() => fromQuery(route.query) ?? starter)
  const wanted = computed<LadderRequest>(() => ({ brief: brief.value, ...askedOf(route.query) }))
  /** The kept ladder that is climbed, which has a log of its own. */
  const keptId = computed(() => (typeof route.query.ladder === 'string' ? route.query.ladder : ''))
  /** Whose log it is, and what of theirs it is played for; nobody's is the teacher's own. */
  const pupilId = computed(() => (typeof route.query.pupil === 'string' ? route.query.pupil : ''))
  const assignmentId = computed(() => (typeof route.query.assignment === 'string' ? route.query.assignment : ''))
  const { value: pupil } = useLoad(
    () => pupilId.value || undefined,
    (id) => pupils.get(id),
  )
  const { value: kept } = useLoad(
    () => keptId.value || undefined,
    (id) => shelf('ladders').get(id),
  )

  const asked = shallowRef<{ body: LadderRequest; ladder: string; pupil: string }>()
  watch(
    [wanted, keptId, pupilId, here],
    () => {
      if (!here.value) return
      if (Object.keys(route.query).length === 0 && keptPractise.value) {
        void router.replace(keptPractise.value)
        return
      }
      keptPractise.value = route.fullPath
      asked.value = { body: wanted.value, ladder: keptId.value, pupil: pupilId.value }
    },
    { immediate: true },
  )
  const {
    value: ladder,
    problems,
    failure,
    busy,
    again,
  } = useLoad(asked, ({ body, ladder, pupil }, signal) =>
    take(api.POST('/api/v1/practise', { body, params: { query: { ...(ladder ? { ladder } : {}), ...(pupil ? { pupil } : {}) } }, signal })),
  )

  // The rung that is played: the next one of the ladder until another is chosen.
  const chosen = ref<number>()
  watch(ladder, () => (chosen.value = undefined))
  const at = computed(() => chosen.value ?? ladder.value?.next ?? 0)
  const rung = computed(() => ladder.value?.rungs[at.value])

  function choose(i: number) {
    const last = (ladder.value?.rungs.length ?? 1) - 1
    chosen.value = Math.min(Math.max(i, 0), last)
  }

  const played = computed(() => (ladder.value && rung.value ? changed(brief.value, { 'rhythm.perBeat': rung.value.perBeat, 'rhythm.tempoBpm': rung.value.tempoBpm }) : undefined))
  /** A round is played as a whole; each of its keys has a plan of its own. */
  const {
    value: round,
    failure: noRound,
    busy: roundComes,
  } = useLoad(
    () => (played.value?.round ? played.value : undefined),
    (body, signal) => take(api.POST('/api/v1/round', { body, signal })),
  )
  const {
    value: alone,
    failure: noPlan,
    busy: planComes,
  } = useLoad(
    () => (played.value?.round ? undefined : played.value),
    (body, signal) => take(api.POST('/api/v1/plan', { body, signal })),
  )
  const plan = computed(() => round.value?.stops[0]?.plan ?? alone.value)
  const coming = computed(() => roundComes.value || planComes.value)

  // The rungs beside it are asked for as well, so that this device has them without a connection.
  watchDebounced(
    played,
    (now) => {
      if (!now || now.round || !navigator.serviceWorker?.controller) return
      for (const beside of [at.value + 1, at.value - 1].map((i) => ladder.value?.rungs[i]).filter((r) => !!r))
        void api.POST('/api/v1/plan', { body: changed(brief.value, { 'rhythm.perBeat': beside.perBeat, 'rhythm.tempoBpm': beside.tempoBpm }) }).catch(() => undefined)
    },
    { debounce: 1500 },
  )

  const failed = ref('')
  // Waiting tries are in the log now: the ladder continues from there.
  watch(outbox.waiting, (now, before) => now.length === 0 && before.length > 0 && void again())

  /** Writes down how a try went, with its take where that is to be kept; the ladder then says what comes next. */
  async function write(result: LogResult, { seconds, remark, slips, take: sound }: Told) {
    const step = rung.value
    if (!step) return undefined
    failed.value = ''
    try {
      const call = await answerOf(
        api.POST('/api/v1/log', {
          fetch: sureLater,
          body: {
            brief: brief.value,
            perBeat: step.perBeat,
            tempoBpm: step.tempoBpm,
            result,
            seconds,
            remark,
            part: step.part.id,
            slips,
            ladder: keptId.value,
            pupil: pupilId.value,
            assignment: assignmentId.value,
          },
        }),
      )
      if (call.waits) {
        if (sound) failed.value = say.theTryIsWaitingToBe
        tell(say.noNextStep(step.name, words[result]))
        return { id: '' }
      }
      const entry = call.data
      if (sound) await keepTake(entry.id, sound)
      await again()
      tell(`${step.name}: ${words[result]}.`, { label: say.undo, run: () => void takeBack(entry.id) })
      return entry
    } catch (cause) {
      failed.value = say.tryNotSaved(wordsOf(cause))
      return undefined
    }
  }

  async function keepTake(id: string, sound: Blob | Struck[]) {
    const path = { params: { path: { id } } }
    try {
      if (sound instanceof Blob)
        await take(api.PUT('/api/v1/log/{id}/take', { ...path, body: '', bodySerializer: () => sound, headers: { 'Content-Type': 'application/octet-stream' } }))
      else await take(api.PUT('/api/v1/log/{id}/take', { ...path, body: { heard: sound } }))
    } catch (cause) {
      failed.value = say.takeNotSaved(wordsOf(cause))
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

  const asNow = computed<Asked>(() => {
    const now = ladder.value as Ladder
    const asked = askedOf(route.query)
    return { ...asked, from: now.from, goal: now.goal, ...(asked.rungs ? {} : { way: now.way }) }
  })
  const whose = () => (pupilId.value ? { pupil: pupilId.value } : {})
  const beside = () => ({ ...(keptId.value ? { ladder: keptId.value } : {}), ...whose(), ...(assignmentId.value ? { assignment: assignmentId.value } : {}) })

  /** Another start, goal, way or part, in the address. */
  function set(change: Asked) {
    return router.push({ query: { ...toQuery(brief.value), ...asQuery({ ...asNow.value, ...change }), ...beside() } })
  }

  /** Another work; start, goal and way stay as they were asked for. */
  function changeBrief(changes: Changes) {
    const asked = askedOf(route.query)
    delete asked.stretch // its notes are those of another run
    return router.push({ query: { ...toQuery(changed(brief.value, changes)), ...asQuery(asked), ...whose() } })
  }

  /** Keeps the ladder under a name, with a log of its own from now on. */
  async function keep(title: string) {
    try {
      const made = await shelf('ladders').create({ title, ladder: { brief: brief.value, ...asNow.value } })
      tell(say.ladderSaved(made.title))
      await router.push({ query: { ...toQuery(brief.value), ...asQuery(asNow.value), ...whose(), ladder: made.id } })
    } catch (cause) {
      failed.value = wordsOf(cause)
    }
  }

  const noWork = computed(() => noPlan.value || noRound.value)
  return { changeBrief, brief, ladder, kept, pupil, pupilId, keep, problems, failure, noWork, failed, takenBack, busy, again, at, rung, plan, round, coming, choose, write, set }
}

/** "notes a minute" of "240 notes a minute". */
export const unitOf = (measure: string) => measure.replace(/^\d+ /, '')

export const words: Record<LogResult, string> = { clean: 'clean', nearly: 'nearly', 'not-yet': say.notYet }

export const keyOf: Record<LogResult, string> = { clean: '1', nearly: '2', 'not-yet': '3' }
