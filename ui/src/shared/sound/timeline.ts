import type { Brief, Run } from '../../api/client'

/** A run with its time. */
export interface Piece {
  run: Run
  beatsPerBar: number
  tempoBpm: number
}

export const pieceOf = (made: { run: Run; brief: Brief }): Piece => ({
  run: made.run,
  beatsPerBar: made.brief.rhythm?.beatsPerBar ?? 4,
  tempoBpm: made.brief.rhythm?.tempoBpm ?? 60,
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
    drones: p.run.keys
      .filter((_, i) => wanted.from < (p.run.keys[i + 1]?.first ?? p.run.events.length))
      .map((k) => ({ beat: Math.max(on(p.run.events[k.first]?.at ?? 0), 0), midi: k.drone })),
    ...(wanted.loop ? { loop: [head, on(end)] as [number, number] } : {}),
    end: on(end),
  }
}

/** The chords of the key of each bar in turn, a bar each; a new key begins anew. */
function vamp(p: Piece, from: number, to: number, perBar: number): Timeline['chords'] {
  const out: Timeline['chords'] = []
  let key: Run['keys'][number] | undefined
  for (let beat = from, i = 0; beat < to - 1e-9; beat += perBar, i++) {
    const now = keyAt(p, beat)
    if (now !== key) i = 0
    key = now
    const notes = now?.vamp[i % Math.max(now.vamp.length, 1)]
    if (notes) out.push({ beat, beats: perBar, notes })
  }
  return out
}

/** The key that sounds on a beat. */
function keyAt(p: Piece, beat: number) {
  return p.run.keys.findLast((k) => (p.run.events[k.first]?.at ?? 0) <= beat + 1e-9) ?? p.run.keys[0]
}
