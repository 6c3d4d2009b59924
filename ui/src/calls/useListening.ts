import { onScopeDispose, ref } from 'vue'
import type { Call } from '../api/client'
import { useSound } from '../shared/sound/useSound'

export type Sound = NonNullable<Call['sound']>

/** How loud what is held stays under the notes, of 1. */
const heldLoud = 0.6

/** What a call sounds as: the key is held, and the notes come over it. */
export function useListening() {
  const { blocked, tune, orchestra } = useSound()
  /** It sounds now. */
  const sounding = ref(false)
  let timer: ReturnType<typeof setTimeout> | undefined

  async function play(sound: Sound) {
    stop()
    const ready = await tune()
    if (!ready) return
    const now = ready.tone.getContext().currentTime + 0.05
    for (const midi of sound.under) ready.orchestra.band({ part: 'pad', midi, at: 0, beats: 0, loud: heldLoud }, sound.ms / 1000, now)
    for (const n of sound.notes) ready.orchestra.note(n.midi, n.ms / 1000, now + n.atMs / 1000, false)
    sounding.value = true
    timer = setTimeout(() => (sounding.value = false), sound.ms)
  }

  /** One note at once, as it is pressed. */
  async function strike(midi: number) {
    const ready = await tune()
    ready?.orchestra.note(midi, 0.6, ready.tone.getContext().currentTime, false)
  }

  function stop() {
    clearTimeout(timer)
    if (sounding.value) orchestra()?.silence()
    sounding.value = false
  }

  onScopeDispose(stop)
  return { sounding, blocked, play, strike, stop }
}
