import { countInBars } from '../api/fields'
import { onScopeDispose, ref, watch, type Ref } from 'vue'
import type { Plan } from '../api/client'
import { keptClick, keptDrone, keptDrums, keptVamp } from '../shared/shell/kept'
import { within } from '../shared/sound/timeline'
import { useSound } from '../shared/sound/useSound'

/** The band that goes on beside the calls: two bars counted in, then a beat after the other until it is stopped. */
export function useAlong(plan: Ref<Plan | undefined>, onBeat: (beat: number, due: number) => void) {
  const { blocked, tune, tone, orchestra } = useSound()
  const playing = ref(false)
  const counting = ref(0)

  /** onBeat is told each beat from 0 on, with when it sounds by performance.now(). */
  async function start() {
    const now = plan.value
    if (!now || playing.value) return false
    const ready = await tune()
    if (!ready) return false
    const { tone: t, orchestra: o } = ready
    const perBar = now.brief.rhythm?.beatsPerBar ?? 4
    const key = now.run.keys[0]
    const transport = t.getTransport()
    transport.stop()
    transport.cancel()
    transport.loop = false
    transport.bpm.value = now.brief.rhythm?.tempoBpm ?? 60
    let n = -countInBars * perBar
    transport.scheduleRepeat((time) => {
      const beat = n++
      const inBar = ((beat % perBar) + perBar) % perBar
      if (beat < 0 || keptClick.value) o.click(time, inBar === 0 ? 'bar' : 'beat')
      const seconds = (beats: number) => (beats * 60) / transport.bpm.value
      if (beat >= 0 && keptVamp.value && key)
        for (const of of [key.band.chords, ...(keptDrums.value ? [key.band.drums] : [])]) for (const n of within(of, beat)) o.band(n, seconds(n.beats), time + seconds(n.at))
      if (beat === 0 && keptDrone.value && key) o.drone(key.drone, time)
      const due = performance.now() + (time - t.getContext().currentTime) * 1000
      setTimeout(
        () => {
          if (!playing.value) return
          counting.value = beat < 0 ? inBar + 1 : 0
          if (beat >= 0) onBeat(beat, due)
        },
        Math.max(due - performance.now(), 0),
      )
    }, '4n')
    playing.value = true
    transport.start('+0.06')
    return true
  }

  function stop() {
    tone()?.getTransport().stop()
    tone()?.getTransport().cancel()
    orchestra()?.silence()
    counting.value = 0
    playing.value = false
  }

  watch(keptDrone, (on) => playing.value && orchestra()?.drone(on ? plan.value?.run.keys[0]?.drone : undefined))
  onScopeDispose(stop)
  return { playing, counting, blocked, start, stop }
}
