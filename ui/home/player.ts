import { countInBars } from '../src/api/fields'
import { say } from './words'
import { onScopeDispose, ref, type Ref } from 'vue'
import { makeBand } from './band'
import { timeline, type Piece } from '../src/shared/sound/timeline'

/** Seconds by which sounds are set ahead, and how often that is looked after, in ms. */
const ahead = 0.2
const tickMs = 40

interface Choice {
  click: Ref<boolean>
  drone: Ref<boolean>
  band: Ref<boolean>
  run: Ref<boolean>
  level: Ref<number>
}

/** Plays a run behind its count-in by the audio clock alone: plucked notes, a click, the tonic held. */
export function useHomePlayer(piece: Ref<Piece | undefined>, choice: Choice) {
  const playing = ref(false)
  const current = ref(-1)
  const counting = ref(0)
  const blocked = ref('')
  let context: AudioContext | undefined
  let timer = 0
  let held: OscillatorNode[] = []
  let out: GainNode | undefined

  const hz = (midi: number) => 440 * 2 ** ((midi - 69) / 12)

  function tone(type: OscillatorType, frequency: number, at: number, seconds: number, peak: number) {
    if (!context || !out) return
    const o = new OscillatorNode(context, { type, frequency })
    const g = new GainNode(context, { gain: 0 })
    g.gain.setValueAtTime(0, at)
    g.gain.linearRampToValueAtTime(peak, at + 0.004)
    g.gain.exponentialRampToValueAtTime(peak * 0.12, at + Math.max(seconds, 0.05))
    g.gain.linearRampToValueAtTime(0, at + Math.max(seconds, 0.05) + 0.04)
    o.connect(g).connect(out)
    o.start(at)
    o.stop(at + seconds + 0.1)
  }

  function hum(midi: number, at: number) {
    if (!context || !out) return
    for (const o of held) o.stop(at)
    const o = new OscillatorNode(context, { type: 'sine', frequency: hz(midi) })
    const g = new GainNode(context, { gain: 0 })
    g.gain.setValueAtTime(0, at)
    g.gain.linearRampToValueAtTime(0.06, at + 0.4)
    o.connect(g).connect(out)
    o.start(at)
    held = [o]
  }

  async function start(done: () => void) {
    const now = piece.value
    if (!now) return
    context ??= new AudioContext()
    await context.resume()
    if (context.state !== 'running') {
      blocked.value = say.browserBlocksSound
      return
    }
    blocked.value = ''
    out?.disconnect()
    out = new GainNode(context, { gain: choice.level.value })
    out.connect(context.destination)
    const band = makeBand(context, out)
    const made = timeline(now, { from: 0, countIn: countInBars })
    const beat = 60 / now.tempoBpm
    const from = context.currentTime + 0.15
    const time = (beats: number) => from + beats * beat
    const sounds = [
      ...made.clicks.map((c) => ({
        at: time(c.beat),
        play: () => (c.countIn || choice.click.value) && tone('sine', c.kind === 'bar' ? 1660 : 1108, time(c.beat), 0.04, 0.25),
        mark: () => (counting.value = c.said),
      })),
      ...made.events.map((e) => ({
        at: time(e.beat),
        play: () => choice.run.value && tone('triangle', hz(e.midi), time(e.beat), e.beats * beat * 0.95, e.accent ? 0.5 : 0.34),
        mark: () => (current.value = e.index),
      })),
      ...made.band
        .filter((b) => b.of === (now.backing === 'groove' ? 'groove' : 'chords') || b.of === 'drums')
        .map((b) => ({ at: time(b.beat), play: () => choice.band.value && band(b, time(b.beat), b.beats * beat), mark: () => undefined })),
      ...made.drones.map((d) => ({ at: time(d.beat), play: () => choice.drone.value && hum(d.midi, time(d.beat)), mark: () => undefined })),
    ].sort((a, b) => a.at - b.at)
    const end = time(made.end)
    playing.value = true
    let next = 0
    let marked = 0
    const tick = () => {
      const clock = context?.currentTime ?? 0
      for (let s = sounds[next]; s && s.at < clock + ahead; s = sounds[++next]) s.play()
      for (let s = sounds[marked]; s && s.at <= clock; s = sounds[++marked]) s.mark()
      if (clock >= end) {
        stop()
        done()
      }
    }
    timer = window.setInterval(tick, tickMs)
    tick()
  }

  function stop() {
    window.clearInterval(timer)
    playing.value = false
    counting.value = 0
    current.value = -1
    held = []
    out?.disconnect()
    out = undefined
  }

  onScopeDispose(stop)
  return { playing, current, counting, blocked, start, stop }
}
