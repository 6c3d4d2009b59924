import { say } from '../words'
import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { api, take, type Brief, type Take } from '../../api/client'
import { sizeWords } from '../../shared/file'
import { wordsOf } from '../../shared/load'
import { useLooks, type Stretch } from '../../shared/sound/useLooks'
import { useMicrophone } from '../../shared/sound/useMicrophone'
import type { Piece } from '../../shared/sound/timeline'
import { useMidiIn, type Struck } from '../../shared/sound/useMidiIn'

/** The last note rings on for this long before the take is over, in ms. */
const ringsOn = 700
/** How far back from the last note the mark listens, in seconds. */
const lookBack = 0.4
/** Two notes are so far apart at least, in seconds. */
const apart = 0.03
/** Nothing heard for so many notes, and this long at least, in ms: it is over. */
const restNotes = 3
const leastRest = 1500
/** How often that is looked for, in ms. */
const restEvery = 100

interface Playing {
  brief: Ref<Brief | undefined>
  /** What of it is played, and how often on end. */
  part: Ref<{ from: number; to: number; times: number } | undefined>
  playing: Ref<boolean>
  piece: Ref<Piece | undefined>
  /** From just before the first note on. */
  open: Ref<boolean>
}

/** A take: where it comes from, how far it has come, and what became of it. */
export function useTake({ brief, part, playing, open, piece }: Playing) {
  /** The part as the wire has it: nothing for the whole. */
  const stretch = computed(() => (part.value ? { stretch: { from: part.value.from, to: part.value.to }, times: part.value.times } : {}))
  const judged = shallowRef<Take>()
  /** What was judged, where it was sound or a file. */
  const file = shallowRef<Blob>()
  /** What was judged, where an instrument told its notes. */
  const notes = shallowRef<Struck[]>()
  const trouble = ref('')
  const busy = ref(false)
  /** Notes that were heard while it is played; 0 where nothing is followed. */
  const heard = ref(0)
  let begunAt = 0
  let heardAt = 0
  const mic = useMicrophone()
  const midi = useMidiIn(
    playing,
    (struck) => void judgeNotes(struck),
    (struck) => void lookAt(struck),
  )

  async function judge(given: () => Promise<Take>) {
    trouble.value = ''
    busy.value = true
    try {
      judged.value = await given()
    } catch (cause) {
      judged.value = undefined
      trouble.value = wordsOf(cause)
    } finally {
      busy.value = false
    }
  }

  /** The fields of a form, the file last. */
  function form(fields: Record<string, string>, sound: Blob): FormData {
    const made = new FormData()
    for (const [name, value] of Object.entries(fields)) made.set(name, value)
    made.set('take', sound, 'take.wav')
    return made
  }
  function sent(sound: Blob, more: Record<string, string> = {}) {
    const fields = {
      brief: JSON.stringify(brief.value),
      ...(part.value ? { stretch: JSON.stringify(stretch.value.stretch), times: String(part.value.times) } : {}),
      ...more,
    }
    return { body: { ...fields, take: '' }, bodySerializer: () => form(fields, sound) }
  }

  async function judgeFile(given: Blob) {
    if (!brief.value) return
    await judge(() => take(api.POST('/api/v1/take', sent(given))))
    file.value = judged.value ? given : undefined
    notes.value = undefined
  }

  async function judgeNotes(struck: Struck[]) {
    const of = brief.value
    if (!of) return
    heard.value = 0
    file.value = undefined
    await judge(() => take(api.POST('/api/v1/take', { body: { brief: of, heard: struck, ...stretch.value } })))
    notes.value = judged.value ? [...struck] : undefined
  }

  /** What the simulated player makes of it, as sound. */
  async function simulate(errors: { wrong: number; missed: number; extra: number; jitterMs: number; pauseMs: number }) {
    const of = brief.value
    if (!of) return
    busy.value = true
    try {
      const made = await take(
        api.POST('/api/v1/take/player', { body: { brief: of, ...stretch.value, format: 'wav', seed: 1 + Math.floor(Date.now() % 9973), noiseDb: 30, ...errors }, parseAs: 'blob' }),
      )
      await judgeFile(made as unknown as Blob)
    } catch (cause) {
      trouble.value = wordsOf(cause)
    } finally {
      busy.value = false
    }
  }

  function clear() {
    judged.value = undefined
    file.value = undefined
    notes.value = undefined
    trouble.value = ''
  }

  // The mark follows what is heard: a stretch of it now and then, from the last note on.
  let lastOnset = 0
  useLooks(mic, mic.recording, look, () => ({ start: lastOnset - lookBack, since: lastOnset > 0 ? lastOnset + apart : 0 }))
  async function look({ start, since }: Stretch) {
    if (!brief.value) return false
    const now = await take(api.POST('/api/v1/take/follow', sent(mic.since(start), { after: String(heard.value), since: since.toFixed(3) })))
    heard.value = now.at
    if (now.sec < 0) return false
    lastOnset = start + now.sec
    heardAt = Date.now()
    return true
  }

  /** The same for notes that an instrument tells. */
  let looking = false
  async function lookAt(struck: Struck[]) {
    const of = brief.value
    heardAt = Date.now()
    if (looking || !of) return
    looking = true
    try {
      heard.value = (await take(api.POST('/api/v1/take/follow', { body: { brief: of, heard: [...struck], ...stretch.value } }))).at
    } catch {
      // The mark stands still; the take is judged when it is over.
    } finally {
      looking = false
    }
  }

  /** Who plays more slowly than the plan plays on: until the last note, or until nothing comes any more; twice the plan's time at most. */
  async function playedOut() {
    const of = piece.value
    if (!of) return
    const notes = of.part ? (of.part.to - of.part.from + 1) * of.part.times : of.run.events.length
    const rest = Math.max((restNotes * 60_000) / of.tempoBpm / of.perBeat, leastRest)
    const most = Date.now() + (Date.now() - begunAt)
    const listens = () => mic.recording.value || midi.listening.value
    while (listens() && heard.value > 0 && heard.value < notes && Date.now() - heardAt < rest && Date.now() < most) await new Promise((resolve) => setTimeout(resolve, restEvery))
  }

  watch(open, async (now) => {
    if (now) begunAt = Date.now()
    if (now && midi.listening.value) heard.value = 0
    if (now && mic.on.value) {
      clear()
      heard.value = 0
      lastOnset = 0
      mic.record()
      return
    }
    if (!mic.recording.value) return
    await new Promise((resolve) => setTimeout(resolve, ringsOn))
    const sound = mic.end()
    heard.value = 0
    if (sound) await judgeFile(sound)
    else trouble.value = say.nothingCameFromTheMicrophoneTurn
  })

  /** What can be kept: the file or the notes; a note takes about so many bytes of a file. */
  const perNote = 10
  const sound = computed(() => file.value ?? notes.value)
  const size = computed(() => sizeWords(file.value?.size ?? (notes.value?.length ?? 0) * perNote))

  return { judged, file, sound, size, trouble, busy, heard, mic, midi, judgeFile, simulate, clear, playedOut }
}
