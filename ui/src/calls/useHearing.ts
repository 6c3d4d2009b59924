import { ref, watch, type Ref } from 'vue'
import { api, take, type CallAnswered } from '../api/client'
import { useLooks, type Stretch } from '../shared/sound/useLooks'
import { useMicrophone } from '../shared/sound/useMicrophone'
import { useMidiIn } from '../shared/sound/useMidiIn'

/** How much before an answer is listened to, in seconds. */
const lookBack = 0.3
/** What was struck is the same note for so long, in seconds. */
const ringsOn = 0.08
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

  useLooks(mic, mic.on, look, () => ({ start: (struckAt < 0 ? from : Math.min(struckAt, from)) - lookBack, since: from }))
  async function look({ start, since }: Stretch) {
    const asked = waiting.value
    if (!asked) return false
    const form = () => {
      const made = new FormData()
      made.set('answered', JSON.stringify(asked))
      made.set('since', since.toFixed(3))
      made.set('take', mic.since(start), 'take.wav')
      return made
    }
    const answer = await take(api.POST('/api/v1/calls/hear', { body: { answered: '', take: '' }, bodySerializer: form }))
    if (answer.sec < 0 || waiting.value !== asked) return false
    struckAt = start + answer.sec
    from = Math.max(from, struckAt + ringsOn)
    heard(answer.midi, performance.now() - (mic.seconds() - struckAt) * 1000)
    return true
  }

  watch(waiting, (now) => now && mic.on.value && listen())
  watch(mic.on, (on) => on && listen())

  return { mic, midi }
}
