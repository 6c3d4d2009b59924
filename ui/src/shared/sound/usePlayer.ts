import { say } from '../words'
import { until, useEventListener } from '@vueuse/core'
import type * as Tones from 'tone'
import { computed, onScopeDispose, ref, watch, type Ref } from 'vue'
import { keptClick, keptCountBars, keptCountIn, keptDivided, keptDrone, keptGroove, keptRun, keptSpeed, keptVamp } from '../shell/kept'
import { asked } from './asked'
import type { Orchestra } from './orchestra'
import { timeline, type Piece } from './timeline'
import { useSound } from './useSound'

/** Ticks to the beat: even for every subdivision and for swing. */
const ticksPerBeat = 480

interface Manner {
  /** At its own tempo, whatever the speed elsewhere. */
  steady?: boolean
  /** Nothing sounds once it is counted in: a microphone listens. */
  hush?: Ref<boolean>
  /** Another piece is on its way: what is started now is that one. */
  coming?: Ref<boolean>
  /** Whether an event sounds: parts of several players may be silent. */
  sounds?: (index: number) => boolean
  /** After the last note: who plays along more slowly plays on until then. */
  playedOut?: () => Promise<void>
}

/** The switch of what each kind of backing sounds as. */
const switchOf: Record<string, Ref<boolean>> = { drone: keptDrone, groove: keptGroove, chord: keptVamp, vamp: keptVamp, progression: keptVamp, blues: keptVamp }

/** How long a piece that is on its way is waited for, in ms. */
const mostAwaited = 5000

/** Stops what sounds now: one plays at a time. */
let sounding: (() => void) | undefined

/** Plays the run: the mark follows what is heard. Nothing sounds before a press. */
export function usePlayer(piece: Ref<Piece | undefined>, { steady = false, hush = ref(false), coming = ref(false), sounds = () => true, playedOut }: Manner = {}) {
  const current = ref(-1)
  const playing = ref(false)
  const starting = ref(false)
  const { blocked, tune, tone, orchestra } = useSound()
  const counting = ref(0)
  /** When the marked note sounds by the audio clock, in seconds, and how late the mark is, in ms. */
  const sounded = ref<{ at: number; lateMs: number }>()
  /** From half a beat before the first note until it stops. */
  const open = ref(false)
  /** First and last bar of a stretch that is repeated. */
  const loop = ref<[number, number]>()

  const events = computed(() => piece.value?.run.events ?? [])
  const note = computed(() => events.value[current.value]?.note ?? -1)
  const bpm = computed(() => (piece.value?.tempoBpm ?? 60) * (steady ? 1 : keptSpeed.value))

  async function start() {
    if (!piece.value || starting.value) return
    starting.value = true
    try {
      const ready = await tune()
      await until(coming).toBe(false, { timeout: mostAwaited })
      if (ready && piece.value) play(ready.tone, ready.orchestra, piece.value)
    } catch {
      blocked.value = say.cantStartSoundHere
    } finally {
      starting.value = false
    }
  }

  function play(t: typeof Tones, o: Orchestra, p: Piece) {
    const transport = t.getTransport()
    sounding?.()
    sounding = stop
    const from = loop.value
      ? p.run.events.findIndex((e) => e.bar >= (loop.value?.[0] ?? 0))
      : current.value >= 0 && current.value < (p.part?.to ?? p.run.events.length) - 1
        ? current.value
        : 0
    const made = timeline(p, {
      from: Math.max(from, 0),
      countIn: keptCountIn.value ? keptCountBars.value : 0,
      divided: keptDivided.value,
      ...(loop.value ? { loop: loop.value } : {}),
    })
    transport.stop()
    transport.cancel()
    transport.PPQ = ticksPerBeat
    transport.bpm.value = bpm.value
    const at = (beat: number) => `${Math.round(beat * ticksPerBeat)}i`
    const seconds = (beats: number) => (beats * 60) / transport.bpm.value
    for (const c of made.clicks)
      transport.schedule((time) => {
        if (c.countIn || (keptClick.value && !hush.value)) o.click(time, c.kind)
        if (c.countIn) t.getDraw().schedule(() => (counting.value = c.said), time)
      }, at(c.beat))
    const opens = (made.events[0]?.beat ?? 0) - 0.5
    if (opens > 0) transport.schedule(() => (open.value = true), at(opens))
    else open.value = true
    for (const e of made.events)
      transport.schedule((time) => {
        if (keptRun.value && !hush.value && sounds(e.index)) o.note(e.midi, seconds(e.beats), time, e.accent)
        t.getDraw().schedule(() => {
          counting.value = 0
          current.value = e.index
          sounded.value = { at: time, lateMs: (t.getContext().currentTime - time) * 1000 }
        }, time)
      }, at(e.beat))
    for (const b of made.band) transport.schedule((time) => asked[b.of]() && !hush.value && o.band(b, seconds(b.beats), time), at(b.beat))
    transport.loop = !!made.loop
    if (made.loop) transport.setLoopPoints(at(made.loop[0]), at(made.loop[1]))
    else transport.schedule((time) => (ending = setTimeout(() => void end(), Math.max(time - t.now(), 0) * 1000)), at(made.end))
    for (const d of made.drones) transport.schedule((time) => keptDrone.value && !hush.value && o.drone(d.midi, time), at(d.beat))
    playing.value = true
    transport.start('+0.06')
  }

  // The end is no drawing: a busy screen may leave those out.
  let ending: ReturnType<typeof setTimeout> | undefined
  async function end() {
    const mine = playedOut?.()
    lasting = mine
    await mine
    if (lasting === mine) stop()
  }

  let lasting: Promise<void> | undefined
  function stop() {
    clearTimeout(ending)
    lasting = Promise.resolve()
    if (sounding === stop || !sounding) {
      const transport = tone()?.getTransport()
      transport?.stop()
      transport?.cancel()
      orchestra()?.silence()
      sounding = undefined
    }
    counting.value = 0
    open.value = false
    playing.value = false
    if (current.value >= events.value.length - 1) current.value = events.value.length - 1
  }

  /** Sounds one note for so many seconds. */
  async function strike(midi: number, long = 0.6) {
    const ready = await tune()
    ready?.orchestra.note(midi, long, ready.tone.now() + 0.02, false)
  }

  function toggle() {
    if (playing.value) stop()
    else void start()
  }

  function stepTo(i: number) {
    stop()
    current.value = Math.min(Math.max(i, 0), events.value.length - 1)
  }

  /** Plays from an event on. */
  function playFrom(event: number) {
    stepTo(event)
    void start()
  }

  /** Repeats the bar of the marked note, or ends the repeat. */
  function repeatBar() {
    const bar = events.value[Math.max(current.value, 0)]?.bar
    loop.value = loop.value || bar === undefined ? undefined : [bar, bar]
  }

  /** Takes the next bar into the repeat. */
  function repeatMore() {
    if (!loop.value) repeatBar()
    else loop.value = [loop.value[0], Math.min(loop.value[1] + 1, piece.value?.run.bars ?? loop.value[1])]
  }

  /** Goes to the event that next plays this note of the box. */
  function stepToNote(n: number) {
    const from = events.value.findIndex((e, i) => i > current.value && e.note === n)
    stepTo(from >= 0 ? from : events.value.findIndex((e) => e.note === n))
  }

  // What a brief asks to sound is switched on with it, and off with it.
  watch(
    () => piece.value?.backing,
    (now, before) => {
      const off = switchOf[before ?? '']
      const on = switchOf[now ?? '']
      if (off && piece.value) off.value = false
      if (on) on.value = true
    },
    { immediate: true },
  )
  // A change of tempo is heard at once, without a stop.
  watch(bpm, (now) => tone()?.getTransport().bpm.rampTo(now, 0.05))
  watch(keptDrone, (on) => {
    const key = piece.value?.run.keys.findLast((k) => k.first <= Math.max(current.value, 0))
    if (playing.value && key) orchestra()?.drone(on ? key.drone : undefined)
  })
  watch(
    () => JSON.stringify(events.value.map((e) => [e.string, e.fret, e.at])),
    () => {
      stop()
      current.value = -1
      loop.value = undefined
    },
  )
  watch(loop, () => {
    if (playing.value) {
      stop()
      void start()
    }
  })
  useEventListener(document, 'visibilitychange', () => document.hidden && !playing.value && orchestra()?.silence())
  onScopeDispose(stop)
  /** What a play bar shows of it. */
  const bar = computed(() => ({ playing: playing.value, starting: starting.value, blocked: blocked.value, counting: counting.value, loop: loop.value }))
  return { bar, current, note, playing, starting, blocked, counting, sounded, open, loop, strike, toggle, stepTo, stepToNote, repeatBar, repeatMore, playFrom }
}
