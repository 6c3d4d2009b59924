import { onScopeDispose, ref, watch, type Ref } from 'vue'
import { api, take, type CallAnswered } from '../api/client'
import { useMicrophone } from '../shared/sound/useMicrophone'
import { useMidiIn } from '../shared/sound/useMidiIn'

/** How often it is listened for an answer, in ms, and how much before it is listened to, in seconds. */
const lookEvery = 250
const lookBack = 0.3
const mostLooked = 8
/** A recording is begun anew after so many seconds. */
const mostRecorded = 200
/** A MIDI note is one answer; so much after it another may come, in ms. */
const settles = 120

/** Answers that are played, with when: by microphone through the ear of the application, or by a MIDI instrument. */
export function useHearing(waiting: Ref<CallAnswered | undefined>, heard: (midi: number, at: number) => void) {
  const mic = useMicrophone()
  const listens = ref(true)
  let lastMidi = 0
  const midi = useMidiIn(
    listens,
    () => undefined,
    (struck) => {
      const note = struck.at(-1)
      if (!note || !waiting.value || performance.now() - lastMidi < settles) return
      lastMidi = performance.now()
      heard(note.midi, note.onsetSec * 1000)
    },
  )

  /** From which second of what is recorded the answer to this call may come: what still rings then is none. */
  let from = 0
  /** When the answer before was struck: beside its attack what rings on is told from a new one. */
  let struckAt = -1
  function listen() {
    if (!mic.recording.value || mic.seconds() > mostRecorded) {
      mic.record()
      struckAt = -1
    }
    from = mic.seconds()
  }

  let looking = false
  let timer: ReturnType<typeof setInterval> | undefined

  async function look() {
    const asked = waiting.value
    if (looking || !asked || !mic.recording.value || mic.seconds() - from < lookBack) return
    looking = true
    try {
      const start = Math.max((struckAt < 0 ? from : Math.min(struckAt, from)) - lookBack, mic.seconds() - mostLooked, 0)
      const form = () => {
        const made = new FormData()
        made.set('answered', JSON.stringify(asked))
        made.set('since', Math.max(from - start, 0).toFixed(3))
        made.set('take', mic.since(start), 'take.wav')
        return made
      }
      const answer = await take(api.POST('/api/v1/calls/hear', { body: { answered: '', take: '' }, bodySerializer: form }))
      if (answer.sec >= 0 && waiting.value === asked) {
        struckAt = start + answer.sec
        heard(answer.midi, performance.now() - (mic.seconds() - struckAt) * 1000)
      }
    } catch {
      // It is listened for again; what else is wrong is said where answers are marked.
    } finally {
      looking = false
    }
  }

  watch(waiting, (now) => now && mic.on.value && listen())
  watch(mic.on, (on) => {
    clearInterval(timer)
    if (!on) return
    listen()
    timer = setInterval(() => void look(), lookEvery)
  })
  onScopeDispose(() => clearInterval(timer))

  return { mic, midi }
}
