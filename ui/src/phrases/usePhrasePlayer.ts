import { onScopeDispose, ref, type Ref } from 'vue'
import type { Phrase } from '../api/client'
import { useSound } from '../shared/sound/useSound'

/** Plays a phrase; the note that sounds is told as it does. */
export function usePhrasePlayer(phrase: Ref<Phrase | undefined>, tempo: Ref<number>) {
  const { blocked, tune, tone, orchestra } = useSound()
  const playing = ref(false)
  /** Number of the note that sounds, 0 for none. */
  const sounding = ref(0)

  async function start() {
    const now = phrase.value
    if (!now) return
    const ready = await tune()
    if (!ready) return
    stop()
    const { tone: t, orchestra: o } = ready
    const transport = t.getTransport()
    transport.loop = false
    transport.bpm.value = tempo.value
    const beat = 60 / tempo.value
    for (const n of now.notes)
      transport.schedule((time) => {
        o.note(n.midi, n.beats * beat, time, n.n === 1)
        t.getDraw().schedule(() => (sounding.value = n.n), time)
      }, n.at * beat)
    const last = now.notes.at(-1)
    transport.schedule((time) => t.getDraw().schedule(stop, time), ((last?.at ?? 0) + (last?.beats ?? 0)) * beat)
    playing.value = true
    transport.start('+0.06')
  }

  function stop() {
    tone()?.getTransport().stop()
    tone()?.getTransport().cancel()
    orchestra()?.silence()
    playing.value = false
    sounding.value = 0
  }

  onScopeDispose(stop)
  return { playing, sounding, blocked, toggle: () => (playing.value ? stop() : void start()), stop }
}
