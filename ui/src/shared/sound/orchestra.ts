import type * as Tones from 'tone'
import type { Cycle } from '../../api/client'

type BandNote = Cycle['notes'][number]

/** Everything that sounds, synthesised: the run, a click, a drone and a band. */
export interface Orchestra {
  note(midi: number, seconds: number, time: number, accent: boolean): void
  click(time: number, kind: 'bar' | 'beat' | 'part'): void
  band(note: BandNote, seconds: number, time: number): void
  drone(midi: number | undefined, time?: number): void
  level(decibels: number): void
  silence(): void
}

const clicks = { bar: { hertz: 1660, loud: 1 }, beat: { hertz: 1108, loud: 0.7 }, part: { hertz: 880, loud: 0.35 } }

/** Made on the first press, as browsers ask for one before sound. */
export function makeOrchestra(tone: typeof Tones): Orchestra {
  const hz = (midi: number) => tone.Frequency(midi, 'midi').toFrequency()
  const strings = new tone.PolySynth(tone.Synth, {
    oscillator: { type: 'triangle8' },
    envelope: { attack: 0.004, decay: 0.7, sustain: 0.12, release: 0.25 },
    volume: -8,
  }).toDestination()
  const tick = new tone.Synth({ oscillator: { type: 'sine' }, envelope: { attack: 0.001, decay: 0.045, sustain: 0, release: 0.01 }, volume: -14 }).toDestination()
  const pad = new tone.PolySynth(tone.Synth, { oscillator: { type: 'sine4' }, envelope: { attack: 0.06, decay: 0.4, sustain: 0.35, release: 0.6 }, volume: -20 }).toDestination()
  const low = new tone.Synth({ oscillator: { type: 'triangle' }, envelope: { attack: 0.006, decay: 0.3, sustain: 0.2, release: 0.08 }, volume: -9 }).toDestination()
  const hum = new tone.Synth({ oscillator: { type: 'fatsine', count: 2, spread: 6 }, envelope: { attack: 0.4, decay: 0.1, sustain: 1, release: 0.6 }, volume: -24 }).toDestination()
  const kick = new tone.MembraneSynth({ pitchDecay: 0.03, octaves: 4, envelope: { attack: 0.001, decay: 0.2, sustain: 0, release: 0.05 }, volume: -12 }).toDestination()
  const noise = (seconds: number, hertz: number, volume: number) =>
    new tone.NoiseSynth({ envelope: { attack: 0.001, decay: seconds, sustain: 0, release: 0.02 }, volume }).chain(new tone.Filter(hertz, 'highpass'), tone.getDestination())
  const snare = noise(0.12, 900, -22)
  const hat = noise(0.03, 7000, -26)
  const drums: Record<number, (time: number, loud: number) => void> = {
    36: (time, loud) => kick.triggerAttackRelease(hz(33), 0.12, time, loud),
    38: (time, loud) => snare.triggerAttackRelease(0.1, time, loud),
    42: (time, loud) => hat.triggerAttackRelease(0.03, time, loud),
  }
  const parts: Record<BandNote['part'], (n: BandNote, seconds: number, time: number) => void> = {
    bass: (n, seconds, time) => low.triggerAttackRelease(hz(n.midi), seconds, time, n.loud),
    keys: (n, seconds, time) => pad.triggerAttackRelease(hz(n.midi), seconds * 0.9, time, n.loud),
    pad: (n, seconds, time) => pad.triggerAttackRelease(hz(n.midi), seconds, time, n.loud),
    drums: (n, _, time) => drums[n.midi]?.(time, n.loud),
  }
  return {
    note: (midi, seconds, time, accent) => strings.triggerAttackRelease(hz(midi), seconds * 0.95, time, accent ? 0.9 : 0.6),
    click: (time, kind) => tick.triggerAttackRelease(clicks[kind].hertz, 0.03, time, clicks[kind].loud),
    band: (n, seconds, time) => parts[n.part](n, seconds, time),
    drone: (midi, time) => (midi === undefined ? hum.triggerRelease() : hum.triggerAttack(hz(midi), time)),
    level: (decibels) => {
      tone.getDestination().volume.rampTo(decibels, 0.05)
    },
    silence: () => {
      strings.releaseAll()
      pad.releaseAll()
      hum.triggerRelease()
    },
  }
}
