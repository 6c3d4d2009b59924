import { computed, onScopeDispose, ref, watch, type Ref } from 'vue'
import type { Plan } from '../api/client'
import { keptClick } from '../shell/kept'

/** Walks through the run in tempo: the mark moves, and a click sounds on the beat if it is on. */
export function useWalk(plan: Ref<Plan | undefined>) {
  const current = ref(-1)
  const playing = ref(false)
  let timer: ReturnType<typeof setTimeout> | undefined
  let audio: AudioContext | undefined

  const events = computed(() => plan.value?.run.events ?? [])
  const note = computed(() => events.value[current.value]?.note ?? -1)

  function click(beat: number) {
    if (!keptClick.value) return
    audio ??= new AudioContext()
    const tone = new OscillatorNode(audio, { frequency: beat === 1 ? 1600 : 1100 })
    const level = new GainNode(audio, { gain: 0.18 })
    level.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.05)
    tone.connect(level).connect(audio.destination)
    tone.start()
    tone.stop(audio.currentTime + 0.06)
  }

  function next(due: number) {
    const bpm = plan.value?.brief.rhythm?.tempoBpm ?? 60
    const event = events.value[current.value + 1]
    if (!event) return stop()
    current.value += 1
    if (Number.isInteger(event.beat)) click(event.beat)
    const after = due + (event.beats * 60000) / bpm
    timer = setTimeout(() => next(after), Math.max(0, after - performance.now()))
  }

  function start() {
    playing.value = true
    if (current.value >= events.value.length - 1) current.value = -1
    next(performance.now())
  }

  function stop() {
    clearTimeout(timer)
    playing.value = false
  }

  function toggle() {
    if (playing.value) stop()
    else start()
  }

  function stepTo(i: number) {
    stop()
    current.value = Math.min(Math.max(i, 0), events.value.length - 1)
  }

  /** Goes to the event that next plays this note of the box. */
  function stepToNote(n: number) {
    const from = events.value.findIndex((e, i) => i > current.value && e.note === n)
    stepTo(from >= 0 ? from : events.value.findIndex((e) => e.note === n))
  }

  watch(
    () => JSON.stringify(events.value.map((e) => [e.string, e.fret])),
    () => {
      stop()
      current.value = -1
    },
  )
  onScopeDispose(() => {
    stop()
    void audio?.close()
  })
  return { current, note, playing, toggle, stepTo, stepToNote }
}
