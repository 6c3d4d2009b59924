import type * as Tones from 'tone'

/** Everything that sounds, synthesised: the run, a click, a drone and a vamp. */
export interface Orchestra {
  note(midi: number, seconds: number, time: number, accent: boolean): void
  click(time: number, kind: 'bar' | 'beat'): void
  chord(notes: number[], seconds: number, time: number): void
  bass(midi: number, seconds: number, time: number, accent: boolean): void
  drone(midi: number | undefined, time?: number): void
  level(decibels: number): void
  silence(): void
}

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
  return {
    note: (midi, seconds, time, accent) => strings.triggerAttackRelease(hz(midi), seconds * 0.95, time, accent ? 0.9 : 0.6),
    click: (time, kind) => tick.triggerAttackRelease(kind === 'bar' ? 1660 : 1108, 0.03, time, kind === 'bar' ? 1 : 0.7),
    chord: (notes, seconds, time) => pad.triggerAttackRelease(notes.map(hz), seconds * 0.9, time),
    bass: (midi, seconds, time, accent) => low.triggerAttackRelease(hz(midi), seconds, time, accent ? 0.9 : 0.4),
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
