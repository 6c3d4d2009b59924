import type { Cycle } from '../src/api/client'

/** Notes of the band, by the audio clock. */
export function makeBand(context: AudioContext, out: AudioNode) {
  const hz = (midi: number) => 440 * 2 ** ((midi - 69) / 12)

  /** Noise of half a second, the same each time. */
  const noise = new AudioBuffer({ length: context.sampleRate / 2, sampleRate: context.sampleRate })
  const samples = noise.getChannelData(0)
  for (let i = 0, state = 1; i < samples.length; i++) {
    state = (Math.imul(state, 1664525) + 1013904223) | 0
    samples[i] = state / 2 ** 31
  }

  function fading(at: number, seconds: number, peak: number, attack = 0.004) {
    const g = new GainNode(context, { gain: 0 })
    g.gain.setValueAtTime(0, at)
    g.gain.linearRampToValueAtTime(peak, at + attack)
    g.gain.exponentialRampToValueAtTime(peak * 0.1, at + Math.max(seconds, 0.03))
    g.gain.linearRampToValueAtTime(0, at + Math.max(seconds, 0.03) + 0.04)
    g.connect(out)
    return g
  }

  function tone(type: OscillatorType, midi: number, at: number, seconds: number, peak: number) {
    const o = new OscillatorNode(context, { type, frequency: hz(midi) })
    o.connect(fading(at, seconds, peak, 0.008))
    o.start(at)
    o.stop(at + seconds + 0.1)
  }

  function hiss(at: number, seconds: number, peak: number, over: number) {
    const n = new AudioBufferSourceNode(context, { buffer: noise })
    n.connect(new BiquadFilterNode(context, { type: 'highpass', frequency: over })).connect(fading(at, seconds, peak, 0.001))
    n.start(at)
    n.stop(at + seconds + 0.1)
  }

  function thump(at: number, peak: number) {
    const o = new OscillatorNode(context, { type: 'sine', frequency: 130 })
    o.frequency.setValueAtTime(130, at)
    o.frequency.exponentialRampToValueAtTime(45, at + 0.08)
    o.connect(fading(at, 0.16, peak, 0.002))
    o.start(at)
    o.stop(at + 0.3)
  }

  const drums: Record<number, (at: number, loud: number) => void> = {
    36: (at, loud) => thump(at, loud * 0.5),
    38: (at, loud) => hiss(at, 0.12, loud * 0.2, 900),
    42: (at, loud) => hiss(at, 0.03, loud * 0.2, 7000),
  }
  return (n: Cycle['notes'][number], at: number, seconds: number) => {
    if (n.part === 'drums') drums[n.midi]?.(at, n.loud)
    else if (n.part === 'bass') tone('triangle', n.midi, at, seconds, n.loud * 0.35)
    else tone('sine', n.midi, at, seconds * 0.9, n.loud * 0.12)
  }
}
