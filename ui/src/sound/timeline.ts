import type { Plan, Run } from '../api/client'

/** A run with its time, and the keys that it goes through: the first event of each, and its plan. */
export interface Piece {
  run: Run
  beatsPerBar: number
  tempoBpm: number
  keys: { first: number; plan: Plan }[]
}

export const pieceOf = (plan: Plan, run = plan.run, keys: Piece['keys'] = [{ first: 0, plan }]): Piece => ({
  run,
  beatsPerBar: plan.brief.rhythm?.beatsPerBar ?? 4,
  tempoBpm: plan.brief.rhythm?.tempoBpm ?? 60,
  keys,
})

interface Wanted {
  /** Index of the first event to play. */
  from: number
  countIn: boolean
  loop?: [number, number]
}

/** What sounds when, in beats from the press of play. */
export interface Timeline {
  clicks: { beat: number; first: boolean; countIn: boolean; said: number }[]
  events: { beat: number; beats: number; midi: number; accent: boolean; index: number }[]
  chords: { beat: number; beats: number; notes: number[] }[]
  /** The tonic of each key, low, from when it is played. */
  drones: { beat: number; midi: number }[]
  /** Beats between which the transport goes round. */
  loop?: [number, number]
  end: number
}

const countInBars = 2

/** Lays a run out behind its count-in. Onsets, lengths and accents are its own. */
export function timeline(p: Piece, wanted: Wanted): Timeline {
  const perBar = p.beatsPerBar
  const head = wanted.countIn ? countInBars * perBar : 0
  const first = p.run.events[wanted.from]
  // Play begins at the beat that the first note stands in.
  const start = Math.floor(first?.at ?? 0)
  const inLoop = (bar: number) => !wanted.loop || (bar >= wanted.loop[0] && bar <= wanted.loop[1])
  const chosen = p.run.events.map((e, index) => ({ e, index })).filter(({ e, index }) => index >= wanted.from && inLoop(e.bar))
  const last = chosen[chosen.length - 1]?.e
  const sounding = (last ? last.at + last.sounds : 0) + p.run.restBeats
  const end = wanted.loop && last ? Math.ceil((Math.floor(last.at / perBar) + 1) * perBar) : sounding
  const on = (beat: number) => head + beat - start

  const clicks: Timeline['clicks'] = []
  for (let b = 0; b < head; b++) clicks.push({ beat: b, first: b % perBar === 0, countIn: true, said: (b % perBar) + 1 })
  for (let b = start; b < end - 1e-9; b++) clicks.push({ beat: on(b), first: b % perBar === 0, countIn: false, said: 0 })

  return {
    clicks,
    events: chosen.map(({ e, index }) => ({ beat: on(e.at), beats: e.sounds, midi: e.midi, accent: e.accent, index })),
    chords: vamp(p, Math.floor(start / perBar) * perBar, end, perBar).map((c) => ({ ...c, beat: Math.max(on(c.beat), head) })),
    drones: p.keys
      .filter((_, i) => wanted.from < (p.keys[i + 1]?.first ?? p.run.events.length))
      .map((k) => ({ beat: Math.max(on(p.run.events[k.first]?.at ?? 0), 0), midi: tonic(k.plan) })),
    ...(wanted.loop ? { loop: [head, on(end)] as [number, number] } : {}),
    end: on(end),
  }
}

/** The chord on the tonic and the one on the fourth degree of the key of each bar, a bar each. */
function vamp(p: Piece, from: number, to: number, perBar: number): Timeline['chords'] {
  const out: Timeline['chords'] = []
  let key: Plan | undefined
  for (let beat = from, i = 0; beat < to - 1e-9; beat += perBar, i++) {
    const now = keyAt(p, beat)
    if (now !== key) i = 0
    key = now
    const chord = [now.scale.triads[0], now.scale.triads[3]][i % 2]
    if (chord) out.push({ beat, beats: perBar, notes: voiced(now, chord.notes) })
  }
  return out
}

/** The key that sounds on a beat. */
function keyAt(p: Piece, beat: number): Plan {
  const begun = p.keys.filter((k) => (p.run.events[k.first]?.at ?? 0) <= beat + 1e-9)
  return (begun[begun.length - 1] ?? p.keys[0]!).plan
}

/** A chord from middle register upwards, each note above the one before. */
function voiced(p: Plan, names: string[]): number[] {
  let low = 52
  return names.map((name) => {
    const midi = above(p, name, low)
    low = midi + 1
    return midi
  })
}

/** MIDI number of the tonic, low. */
export const tonic = (p: Plan) => above(p, p.scale.notes[0] ?? 'C', 36)

/** The lowest MIDI number of a note of the scale at or above one; the pitch class is read off the neck. */
function above(p: Plan, name: string, low: number): number {
  const known = p.neck.notes.find((n) => n.name === name)?.midi ?? 60
  return low + ((known - low) % 12 + 12) % 12
}
