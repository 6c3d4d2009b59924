import { swingShare } from '../../api/fields'
import type { Band, Brief, Cycle, Run } from '../../api/client'

/** A run with its time. */
export interface Piece {
  run: Run
  beatsPerBar: number
  tempoBpm: number
  perBeat: number
  swing?: boolean
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
  swing: made.brief.rhythm?.swing ?? false,
  backing: made.brief.backing?.kind ?? 'none',
})

interface Wanted {
  /** Index of the first event to play. */
  from: number
  /** Bars that are counted in, and whether what a beat is divided into is counted, too. */
  countIn: number
  divided?: boolean
  loop?: [number, number]
}

/** What the band plays of: its chords, its groove or its drums, by who is asked to sound. */
export type Played = Cycle['notes'][number] & { beat: number; of: keyof Band }

/** What sounds when, in beats from the press of play. */
export interface Timeline {
  clicks: { beat: number; kind: 'bar' | 'beat' | 'part'; countIn: boolean; said: number }[]
  events: { beat: number; beats: number; midi: number; accent: boolean; index: number }[]
  /** What the band of the key that sounds goes round in. */
  band: Played[]
  /** The tonic of each key, low, from when it is played. */
  drones: { beat: number; midi: number }[]
  /** Beats between which the transport goes round. */
  loop?: [number, number]
  end: number
}

/** Lays a run out behind its count-in. Onsets, lengths and accents are its own. */
export function timeline(p: Piece, wanted: Wanted): Timeline {
  const perBar = p.beatsPerBar
  const head = wanted.countIn * perBar
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
  const kind = (beat: number) => (beat % perBar === 0 ? 'bar' : 'beat')
  for (let b = 0; b < head; b++) {
    const said = (b % perBar) + 1
    clicks.push({ beat: b, kind: kind(b), countIn: true, said })
    if (wanted.divided) for (const part of partsOf(p)) clicks.push({ beat: b + part, kind: 'part', countIn: true, said })
  }
  for (let b = start; b < end - 1e-9; b++) clicks.push({ beat: on(b), kind: kind(b), countIn: false, said: 0 })

  return {
    clicks,
    events: chosen.map(({ e, index, at }) => ({ beat: on(at), beats: e.sounds, midi: e.midi, accent: e.accent, index })),
    band: band(p, start, end, perBar).map((b) => ({ ...b, beat: on(b.beat) })),
    drones: p.run.keys
      .filter((_, i) => from < (p.run.keys[i + 1]?.first ?? p.run.events.length))
      .map((k) => ({ beat: Math.max(on(p.run.events[k.first]?.at ?? 0), 0), midi: k.drone })),
    ...(wanted.loop ? { loop: [head, on(end)] as [number, number] } : {}),
    end: on(end),
  }
}

/** Where a beat is divided. */
const partsOf = (p: Piece) => (p.swing && p.perBeat === 2 ? [swingShare] : Array.from({ length: p.perBeat - 1 }, (_, k) => (k + 1) / p.perBeat))

/** What the bands of the keys play between two beats; each goes round anew from the bar in which its key begins. */
function band(p: Piece, from: number, to: number, perBar: number): Played[] {
  const barOf = (first: number | undefined) => Math.floor((p.run.events[first ?? -1]?.at ?? to) / perBar) * perBar
  return p.run.keys.flatMap((key, k) => {
    const begins = barOf(key.first)
    const ends = k + 1 < p.run.keys.length ? barOf(p.run.keys[k + 1]?.first) : to
    return (Object.keys(key.band) as (keyof Band)[]).flatMap((of) => round(key.band[of], of, begins, ends, from))
  })
}

/** What goes round from a beat to another and still sounds after a third; what began before that is shorter. */
function round(cycle: Cycle, of: keyof Band, begins: number, ends: number, from: number): Played[] {
  const out: Played[] = []
  for (let at = begins; cycle.beats > 0 && at < ends - tiny; at += cycle.beats)
    for (const n of cycle.notes) {
      const beat = Math.max(at + n.at, of === 'drums' ? 0 : from)
      const stops = Math.min(at + n.at + n.beats, ends)
      if (beat < ends - tiny && beat > from - tiny && stops > beat + tiny) out.push({ ...n, beat, beats: stops - beat, of })
    }
  return out
}

/** What a cycle plays within a beat, counted from 0 where it goes round for the first time. */
export function within(cycle: Cycle, beat: number): Cycle['notes'] {
  const from = cycle.beats > 0 ? beat % cycle.beats : 0
  return cycle.notes.filter((n) => n.at > from - tiny && n.at < from + 1 - tiny).map((n) => ({ ...n, at: n.at - from }))
}

/** Less than any note. */
const tiny = 1e-9
