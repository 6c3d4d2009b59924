import { watchDebounced } from '@vueuse/core'
import { useDraft } from '../shared/shell/site'
import { computed, ref, watch, type Ref } from 'vue'
import { api, take, type Brief, type LayoutSystem, type Phrase } from '../api/client'
import { useLoad, wordsOf } from '../shared/load'
import { tell } from '../shared/shell/notice'
import type { Struck } from '../shared/sound/useMidiIn'
import type { Asked } from './changes'

/** What a phrase is read from: a text, a file, or notes that were struck. */
export interface Source {
  text: string
  file?: { name: string; data: string }
  heard?: Struck[]
}

/** How a phrase lies: the names of its way, and what kind of way it is. */
type Lies = Pick<Phrase['ways'][number], 'same' | 'way' | 'system'>

/** A step on the way to the phrase: its source, the brief that it stood in where its key was chosen, and how it lay. */
interface Step extends Source {
  brief?: Brief | undefined
  lies?: Lies | undefined
}

/** How many steps back are kept. */
const mostSteps = 60

/** The phrase on the screen: what it was read from, what it is, and every change of it, there and back. */
export function usePhrase(brief: Ref<Brief>, keep: Ref<boolean>, setBrief: (chosen: Brief | undefined) => void) {
  /** What was brought in outlives a visit, and so do the steps that led to it. */
  const text = useDraft('phraseText', '')
  const file = ref<Source['file']>()
  const heard = ref<Struck[]>()
  const typed = ref(text.value)
  watchDebounced(text, (now) => (typed.value = now), { debounce: 250 })
  const before = useDraft<Step[]>('phraseSteps', [])
  const after = ref<Step[]>([])

  const asked = computed(() => {
    const of = { brief: brief.value, keep: keep.value }
    if (file.value) return { ...of, file: file.value.data, name: file.value.name }
    if (heard.value) return { ...of, heard: heard.value }
    const written = typed.value
    return written.trim() ? { ...of, text: written } : undefined
  })
  const { value: phrase, problems, failure, busy, again } = useLoad(asked, (body, signal) => take(api.POST('/api/v1/phrase', { body, signal })))
  watch(asked, (now) => now === undefined && (phrase.value = undefined))

  const now = (): Step => ({
    text: text.value,
    ...(file.value ? { file: file.value } : {}),
    ...(heard.value ? { heard: heard.value } : {}),
    brief: keep.value ? brief.value : undefined,
    lies: lies(),
  })
  /** How the phrase is to lie once it is there, where it is one that lay somehow before. */
  let lying: Lies | undefined
  function put(step: Step) {
    text.value = step.text
    typed.value = step.text
    file.value = step.file
    heard.value = step.heard
    lying = step.lies
    setBrief(step.brief)
  }
  /** Puts something else in the place of the phrase; a step that can be taken back. */
  function bring(next: Step) {
    const here = now()
    if (here.text.trim() || here.file || here.heard) before.value = [...before.value, here].slice(-mostSteps)
    after.value = []
    put(next)
  }
  function undo() {
    const last = before.value.at(-1)
    if (!last) return
    after.value = [...after.value, now()]
    before.value = before.value.slice(0, -1)
    put(last)
  }
  function redo() {
    const next = after.value.at(-1)
    if (!next) return
    before.value = [...before.value, now()]
    after.value = after.value.slice(0, -1)
    put(next)
  }

  /** First and last note that are chosen, from 1. */
  const chosen = ref<[number, number]>()
  const wayAt = ref(0)
  const way = computed(() => phrase.value?.ways[wayAt.value] ?? phrase.value?.ways[0])
  function lies(): Lies | undefined {
    const of = way.value
    return of && { same: of.same, way: of.way, system: of.system }
  }
  /** Of some ways the one that lies as another did: that very one, else one of its kind, else the best. */
  function asBefore(ways: Phrase['ways'], was: Lies) {
    const tests: ((w: Lies) => boolean)[] = [(w) => w.same.some((name) => was.same.includes(name)), (w) => w.way === was.way && w.system === was.system, (w) => w.way === was.way]
    return Math.max(
      ...tests
        .map((test) => ways.findIndex(test))
        .filter((at) => at >= 0)
        .slice(0, 1),
      0,
    )
  }
  /** A meter that the source says is that of the phrase, and so is its pick-up. */
  function inMeter(rhythm: NonNullable<Brief['rhythm']>, { meter, pickUp }: Phrase) {
    if (!meter) return rhythm
    const timed = { ...rhythm, meter, ...(pickUp ? { pickUp } : {}) }
    delete timed.beatsPerBar
    if (!pickUp) delete timed.pickUp
    return timed
  }
  /** What plays the phrase in a way, as every screen takes it. */
  function briefOf(of: Phrase, way: Phrase['ways'][number] | undefined): Brief {
    const home = of.homes[0]
    const { hand, rhythm, picking, names, instrument } = brief.value
    return {
      instrument,
      scale: home ? { tonic: home.tonic, name: home.name } : brief.value.scale,
      ...(way?.way === 'box' ? { layout: { system: way.system as LayoutSystem, box: way.index } } : {}),
      ...(hand ? { hand } : {}),
      ...(rhythm || of.meter ? { rhythm: inMeter(rhythm ?? {}, of) } : {}),
      ...(picking ? { picking } : {}),
      ...(names ? { names } : {}),
      run: { pattern: 'phrase', phrase: of.text, ...(way && way.way !== 'box' ? { way: way.way, ...(way.number ? { at: way.number } : {}) } : {}) },
    }
  }
  const played = computed(() => (phrase.value ? briefOf(phrase.value, way.value) : undefined))
  /** The brief whose way is to be chosen once the phrase is there. */
  const wanted = ref<Brief>()
  /** How ways name themselves; of a way by a number that is not said the best is meant, which comes first. */
  function isNamed(name: string, of: Brief) {
    const { way = 'box', at = 0 } = of.run ?? {}
    if (way === 'box') return name === `${of.layout?.system ?? ''}/${of.layout?.box ?? 0}`
    return at ? name === `${way}/${at}` : name.startsWith(`${way}/`)
  }
  watch(phrase, (now, was) => {
    const want = wanted.value
    if (now && want) {
      wayAt.value = Math.max(
        now.ways.findIndex((w) => w.same.some((name) => isNamed(name, want))),
        0,
      )
      wanted.value = undefined
    } else if (now && lying) {
      wayAt.value = asBefore(now.ways, lying)
      lying = undefined
    } else if (now?.text !== was?.text) wayAt.value = 0
    if (chosen.value && chosen.value[1] > (now?.notes.length ?? 0)) chosen.value = undefined
  })

  const changing = ref(false)
  /** Changes the notes that are chosen, or all. */
  async function change(of: Asked, all = false) {
    const body = played.value
    if (!body || changing.value) return
    changing.value = true
    try {
      const range = !all && chosen.value ? { from: chosen.value[0], to: chosen.value[1] } : {}
      const made = await take(
        api.POST('/api/v1/phrase/change', { body: { brief: body, change: { id: of.id, ...(of.by ? { by: of.by } : {}), ...(of.scale ? { scale: of.scale } : {}), ...range } } }),
      )
      bring({ text: made.text, brief: { ...brief.value, scale: made.scale }, lies: lies() })
      chosen.value = made.from > 0 ? [made.from, made.to] : undefined
      if (made.left.length > 0) tell(`${made.left.join('; ')}.`)
    } catch (cause) {
      tell(wordsOf(cause))
    } finally {
      changing.value = false
    }
  }

  const canUndo = computed(() => before.value.length > 0)
  const canRedo = computed(() => after.value.length > 0)
  return { text, file, heard, phrase, problems, failure, busy, again, bring, undo, redo, canUndo, canRedo, chosen, wayAt, wanted, way, briefOf, played, change, changing }
}

export type PhraseWork = ReturnType<typeof usePhrase>
