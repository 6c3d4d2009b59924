import { countInBars } from '../../api/fields'
import type { Brief, Run } from '../../api/client'

/** A run with its time. */
export interface Piece {
  run: Run
  beatsPerBar: number
  tempoBpm: number
  perBeat: number
  /** What sounds under it, as the brief asks. */
  backing?: string
  /** The notes of it that are played, from 1, and how often on end. */
  part?: { from: number; to: number; times: number }
}

export const pieceOf = (made: { run: Run; brief: Brief }, part?: Piece['part']): Piece => ({
  ...(part ? { part } : {}),
  run: made.run,
  beatsPerBar: made.brief.rhythm?.beatsPerBar ?? 4,
  tempoBpm: made.brief.rhythm?.tempoBpm ?? 60,
  perBeat: made.brief.rhythm?.perBeat ?? 1,
  backing: made.brief.backing?.kind ?? 'none',
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
  /** A groove on one note: the tonic on each beat, and light before the next. */
  groove: { beat: number; beats: number; midi: number; accent: boolean }[]
  /** The tonic of each key, low, from when it is played. */
  drones: { beat: number; midi: number }[]
  /** Beats between which the transport goes round. */
  loop?: [number, number]
  end: number
}

/** Lays a run out behind its count-in. Onsets, lengths and accents are its own. */
export function timeline(p: Piece, wanted: Wanted): Timeline {
  const perBar = p.beatsPerBar
  const head = wanted.countIn ? countInBars * perBar : 0
  const from = Math.max(wanted.from, (p.part?.from ?? 1) - 1)
  const first = p.run.events[from]
  // Play begins at the beat that the first note stands in.
  const start = Math.floor(first?.at ?? 0)
  const inLoop = (bar: number) => !wanted.loop || (bar >= wanted.loop[0] && bar <= wanted.loop[1])
  const part = p.run.events.map((e, index) => ({ e, index })).filter(({ e, index }) => index >= from && index < (p.part?.to ?? p.run.events.length) && inLoop(e.bar))
  const last = part[part.length - 1]?.e
  const sounding = (last ? last.at + last.sounds : 0) + p.run.restBeats
  // Each time on end begins in a bar of its own, on the beat that it has in the run.
  const times = wanted.loop ? 1 : (p.part?.times ?? 1)
  const bar = (beat: number) => Math.floor(beat / perBar) * perBar
  const opening = p.run.events[(p.part?.from ?? 1) - 1]?.at ?? 0
  const span = Math.ceil(((last ? last.at + last.beats : 0) - bar(opening)) / perBar - 1e-9) * perBar
  const whole = p.part && times > 1 ? p.run.events.slice(p.part.from - 1, p.part.to).map((e, i) => ({ e, index: i + (p.part?.from ?? 1) - 1 })) : []
  const chosen = [...part.map((c) => ({ ...c, at: c.e.at })), ...Array.from({ length: times - 1 }, (_, k) => whole.map((c) => ({ ...c, at: c.e.at + (k + 1) * span }))).flat()]
  const end = wanted.loop && last ? Math.ceil((Math.floor(last.at / perBar) + 1) * perBar) : sounding + (times - 1) * span
  const on = (beat: number) => head + beat - start

  const clicks: Timeline['clicks'] = []
  for (let b = 0; b < head; b++) clicks.push({ beat: b, first: b % perBar === 0, countIn: true, said: (b % perBar) + 1 })
  for (let b = start; b < end - 1e-9; b++) clicks.push({ beat: on(b), first: b % perBar === 0, countIn: false, said: 0 })

  return {
    clicks,
    events: chosen.map(({ e, index, at }) => ({ beat: on(at), beats: e.sounds, midi: e.midi, accent: e.accent, index })),
    chords: vamp(p, start, end, perBar).map((c) => ({ ...c, beat: Math.max(on(c.beat), head) })),
    groove: groove(p, start, end).map((g) => ({ ...g, beat: on(g.beat) })),
    drones: p.run.keys
      .filter((_, i) => from < (p.run.keys[i + 1]?.first ?? p.run.events.length))
      .map((k) => ({ beat: Math.max(on(p.run.events[k.first]?.at ?? 0), 0), midi: k.drone })),
    ...(wanted.loop ? { loop: [head, on(end)] as [number, number] } : {}),
    end: on(end),
  }
}

/** The tonic of the key, low: long on each beat, and short and light on the last note before the next. */
function groove(p: Piece, from: number, to: number): Timeline['groove'] {
  const perBeat = Math.max(p.perBeat, 2)
  const out: Timeline['groove'] = []
  for (let beat = from; beat < to - 1e-9; beat++) {
    const midi = keyAt(p, beat)?.drone
    if (midi === undefined) continue
    out.push({ beat, beats: 0.55, midi, accent: true }, { beat: beat + 1 - 1 / perBeat, beats: 0.6 / perBeat, midi, accent: false })
  }
  return out
}

/** The chords of the key that sounds, one after the other; a new key begins anew with its bar. */
function vamp(p: Piece, from: number, to: number, perBar: number): Timeline['chords'] {
  const out: Timeline['chords'] = []
  p.run.keys.forEach((key, k) => {
    const barOf = (first: number | undefined) => Math.floor((p.run.events[first ?? -1]?.at ?? to) / perBar) * perBar
    const begins = barOf(key.first)
    const ends = k + 1 < p.run.keys.length ? barOf(p.run.keys[k + 1]?.first) : to
    const round = key.vamp.reduce((sum, c) => sum + c.beats, 0)
    if (round <= 0) return
    for (let beat = begins, i = 0; beat < ends - 1e-9; i++) {
      const chord = key.vamp[i % key.vamp.length]
      if (!chord) return
      const stops = Math.min(beat + chord.beats, ends)
      if (stops > from + 1e-9) out.push({ beat: Math.max(beat, from), beats: stops - Math.max(beat, from), notes: [chord.bass, ...chord.notes] })
      beat += chord.beats
    }
  })
  return out
}

/** The key that sounds on a beat. */
function keyAt(p: Piece, beat: number) {
  return p.run.keys.findLast((k) => (p.run.events[k.first]?.at ?? 0) <= beat + 1e-9) ?? p.run.keys[0]
}
