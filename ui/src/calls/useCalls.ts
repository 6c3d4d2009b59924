import { computed, onScopeDispose, ref, shallowRef, type Ref } from 'vue'
import type { Brief, Call, CallAnswered, CallMarked, Plan, Sitting } from '../api/client'
import { wordsOf } from '../shared/load'
import { useAlong } from './useAlong'
import { calls, requestOf, type Asked, type CallKind, type Given } from '../shared/calls'

/** A right answer is seen for so long before the next call comes, in ms. */
const seenFor = 900

export interface Answer {
  show: string
  right: boolean
  ms: number
  time: string
}

interface Of {
  brief: Ref<Brief>
  asked: Ref<Asked>
  kind: Ref<CallKind | undefined>
  plan: Ref<Plan | undefined>
  pupil: Ref<string>
  assignment: Ref<string>
  /** Says or sounds a call. */
  say: (call: Call) => void
}

/** A sitting: calls one after the other, an answer to each, and what comes of it. Nothing that was answered is lost: it is written down as it comes. */
export function useCalls({ brief, asked, kind, plan, pupil, assignment, say }: Of) {
  const sitting = shallowRef<Sitting>()
  const call = shallowRef<Call>()
  /** The verdict on the call; undefined while the answer is waited for. */
  const marked = shallowRef<CallMarked>()
  const given = shallowRef<Given>()
  const answers = ref<Answer[]>([])
  /** The verdict before this call. */
  const last = shallowRef<CallMarked & { ms: number }>()
  const level = ref({ n: 0, words: '' })
  const busy = ref(false)
  const trouble = ref('')
  const ended = shallowRef<Awaited<ReturnType<typeof calls.report>>>()
  let said: string[] = []
  let since = 0
  /** When the call is due, where it came on a beat. */
  let due: number | undefined
  let timer: ReturnType<typeof setTimeout> | undefined

  /** Beats from call to call that the level asks for, where nothing else is chosen; 0 waits. */
  const ofLevel = ref(0)
  const along = computed(() => asked.value.every || ofLevel.value)
  const band = useAlong(plan, onBeat)
  const request = (after = 0) => requestOf(brief.value, asked.value, kind.value?.takes ?? [], after)
  const running = computed(() => !!sitting.value && !ended.value)
  /** What is waited for, as the verdict is asked with. */
  const waiting = computed<CallAnswered | undefined>(() =>
    running.value && call.value && !marked.value ? { ...request(), level: level.value.n, said: [...said], answers: call.value.ask, given: {} } : undefined,
  )

  async function start() {
    if (busy.value) return
    busy.value = true
    trouble.value = ''
    ended.value = undefined
    answers.value = []
    last.value = undefined
    said = []
    ofLevel.value = 0
    call.value = marked.value = undefined
    try {
      const of = { ...(pupil.value ? { pupil: pupil.value } : {}), ...(assignment.value ? { assignment: assignment.value } : {}) }
      sitting.value = await calls.begin({ ...of, calls: request() })
      if (along.value) {
        if (!(await band.start())) sitting.value = undefined
      } else await next()
    } catch (cause) {
      trouble.value = wordsOf(cause)
      if (!call.value) sitting.value = undefined
    } finally {
      busy.value = false
    }
  }

  /** The next call; one that plays on is due on its beat. */
  async function next(on?: number) {
    const of = sitting.value
    if (!of) return
    clearTimeout(timer)
    trouble.value = ''
    try {
      const made = await calls.next(of.id, { ...request(said.length), count: 1, seed: seed(), said })
      const one = made.calls[0]
      if (!one || sitting.value !== of || ended.value) return
      level.value = { n: made.level, words: made.levelWords }
      if (await onTheBeat(made.every)) return
      given.value = undefined
      marked.value = undefined
      call.value = one
      since = performance.now() + (one.sound?.ms ?? 0)
      due = on
      say(one)
    } catch (cause) {
      trouble.value = wordsOf(cause)
    }
  }

  /** A level may ask for calls on the beat: then the band begins, and the call comes with it. */
  async function onTheBeat(every: number) {
    if (asked.value.every || every === ofLevel.value) return false
    ofLevel.value = every
    if (every === 0) {
      band.stop()
      return false
    }
    call.value = marked.value = undefined
    if (band.playing.value || (await band.start())) return true
    ofLevel.value = 0 // without sound it waits
    return false
  }

  /** A number that differs from sitting to sitting and stays within one. */
  const seed = () => [...(sitting.value?.id ?? '')].reduce((n, c) => (n * 31 + c.charCodeAt(0)) % 9973, 7)

  let marking = false
  /** An answer, at the time at which it was struck where that is known, by performance.now(). */
  async function answer(of: Given, at = performance.now()) {
    const asks = waiting.value
    const one = call.value
    if (!asks || !one || marking || !sitting.value) return
    marking = true
    trouble.value = ''
    try {
      const body = { ...asks, given: { ...of, ...(due === undefined ? {} : { offMs: Math.round(at - due) }) } }
      const made = await calls.mark(sitting.value.id, Math.max(at - since, 0), body)
      if (call.value !== one) return
      given.value = of
      if (made.verdict === 'again') {
        trouble.value = made.words
        return
      }
      marked.value = made
      last.value = { ...made, ms: Math.max(Math.round(at - since), 0) }
      said = [...said, one.ask].slice(-200)
      answers.value = [...answers.value, { show: one.show, right: made.verdict === 'right', ms: Math.max(Math.round(at - since), 0), time: made.time }]
      if (made.verdict === 'right' && !along.value) timer = setTimeout(() => void next(), seenFor)
    } catch (cause) {
      trouble.value = wordsOf(cause)
    } finally {
      marking = false
    }
  }

  /** On to the next call, without an answer to this one. */
  async function skip() {
    const one = call.value
    if (!one || marked.value || marking) return
    said = [...said, one.ask].slice(-200)
    await next()
  }

  /** A call that plays on comes on its beat; one that was not answered by then is missed. */
  async function onBeat(beat: number, at: number) {
    if (beat % along.value !== 0) return
    if (waiting.value && due !== undefined) await answer({ right: false })
    await next(at)
  }

  async function end() {
    const of = sitting.value
    clearTimeout(timer)
    band.stop()
    if (!of) return
    busy.value = true
    try {
      ended.value = await calls.report(of.id)
      call.value = marked.value = undefined
    } catch (cause) {
      trouble.value = wordsOf(cause)
    } finally {
      busy.value = false
    }
  }

  /** Back to the start, with what is chosen as it is. */
  function leave() {
    clearTimeout(timer)
    band.stop()
    ofLevel.value = 0
    sitting.value = ended.value = undefined
    call.value = marked.value = undefined
    answers.value = []
  }

  onScopeDispose(leave)
  return { sitting, call, marked, given, answers, level, along, busy, trouble, ended, running, waiting, band, start, next, answer, skip, end, leave, last }
}
