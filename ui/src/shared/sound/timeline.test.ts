import { describe, expect, it } from 'vitest'
import type { Band, Run } from '../../api/client'
import { timeline, within, type Piece } from './timeline'

const note = (part: 'bass' | 'drums', midi: number, at: number, beats: number) => ({ part, midi, at, beats, loud: 0.5 })

/** Basses in turn, each for so many beats; a groove on the first, and a drum on each beat of a bar of two. */
function bandOf(...basses: [midi: number, beats: number][]): Band {
  let at = 0
  const notes = basses.map(([midi, beats]) => note('bass', midi, (at += beats) - beats, beats))
  return {
    chords: { beats: at, notes },
    groove: { beats: 2, notes: [note('bass', basses[0]?.[0] ?? 0, 0, 0.5)] },
    drums: { beats: 2, notes: [note('drums', 36, 0, 0.25), note('drums', 38, 1, 0.25)] },
  }
}

/** A run of eighths in bars of two beats, its second half in another key. */
function piece(notes: number): Piece {
  const events = Array.from({ length: notes }, (_, i) => ({ bar: 1 + Math.floor(i / 4), at: i / 2, sounds: 0.5, beats: 0.5, midi: 60 + i, accent: i % 2 === 0 }))
  const keys = [
    { title: 'one', first: 0, fifths: 0, drone: 36, vamp: [], band: bandOf([36, 2], [41, 1], [43, 1]) },
    { title: 'two', first: notes / 2, fifths: -1, drone: 41, vamp: [], band: bandOf([41, 2]) },
  ]
  return { run: { events, keys, restBeats: 0.5 } as unknown as Run, beatsPerBar: 2, tempoBpm: 60, perBeat: 2 }
}

describe('what sounds when', () => {
  it('comes after two bars counted in', () => {
    const t = timeline(piece(8), { from: 0, countIn: 2 })
    expect(t.clicks.filter((c) => c.countIn).map((c) => [c.beat, c.said, c.kind])).toEqual([
      [0, 1, 'bar'],
      [1, 2, 'beat'],
      [2, 1, 'bar'],
      [3, 2, 'beat'],
    ])
    expect(t.events.map((e) => e.beat)).toEqual([4, 4.5, 5, 5.5, 6, 6.5, 7, 7.5])
    expect(t.end).toBe(4 + 4 + 0.5)
  })

  it('is counted in by one bar and by its parts', () => {
    const counted = (p: Piece) => timeline(p, { from: 0, countIn: 1, divided: true }).clicks.filter((c) => c.countIn)
    expect(counted(piece(8)).map((c) => [c.beat, c.kind])).toEqual([
      [0, 'bar'],
      [0.5, 'part'],
      [1, 'beat'],
      [1.5, 'part'],
    ])
    expect(counted({ ...piece(8), swing: true })[1]?.beat).toBeCloseTo(2 / 3, 3)
  })

  it('goes on from the beat of a note', () => {
    const t = timeline(piece(8), { from: 3, countIn: 0 })
    expect(t.events[0]).toMatchObject({ index: 3, beat: 0.5, midi: 63 })
    expect(t.clicks[0]).toMatchObject({ beat: 0, kind: 'beat' })
  })

  it('repeats whole bars', () => {
    const t = timeline(piece(8), { from: 4, countIn: 0, loop: [2, 2] })
    expect(t.loop).toEqual([0, 2])
    expect(t.events.map((e) => e.index)).toEqual([4, 5, 6, 7])
  })

  it('plays a part so many times on end, each in a bar of its own', () => {
    const t = timeline({ ...piece(8), part: { from: 2, to: 5, times: 2 } }, { from: 0, countIn: 0 })
    expect(t.events.map((e) => [e.index, e.beat])).toEqual([
      [1, 0.5],
      [2, 1],
      [3, 1.5],
      [4, 2],
      [1, 4.5],
      [2, 5],
      [3, 5.5],
      [4, 6],
    ])
    expect(t.clicks.at(-1)?.beat).toBe(6)
  })

  const played = (p: Piece, of: keyof Band, from = 0) =>
    timeline(p, { from, countIn: 0 })
      .band.filter((n) => n.of === of)
      .map((n) => [n.beat, n.beats, n.midi])

  it('goes round in the groove of the key, and in its drums', () => {
    expect(played(piece(16), 'groove')).toEqual([
      [0, 0.5, 36],
      [2, 0.5, 36],
      [4, 0.5, 41],
      [6, 0.5, 41],
      [8, 0.5, 41],
    ])
    expect(played(piece(4), 'drums', 2)).toEqual([
      [0, 0.25, 38],
      [1, 0.25, 36],
    ])
  })

  it('changes the drone and begins the chords anew with the key', () => {
    expect(timeline(piece(8), { from: 0, countIn: 0 }).drones).toEqual([
      { beat: 0, midi: 36 },
      { beat: 2, midi: 41 },
    ])
    expect(played(piece(8), 'chords').map(([beat, , midi]) => [beat, midi])).toEqual([
      [0, 36],
      [2, 41],
      [4, 41],
    ])
  })

  it('plays two chords in one bar, begins in the middle of one, and ends with the run', () => {
    const one = piece(16)
    one.run.keys.pop()
    expect(played(one, 'chords')).toEqual([
      [0, 2, 36],
      [2, 1, 41],
      [3, 1, 43],
      [4, 2, 36],
      [6, 1, 41],
      [7, 1, 43],
      [8, 0.5, 36],
    ])
    expect(played(one, 'chords', 7)[0]).toEqual([0, 1, 43])
  })

  it('tells what sounds within a beat, however often it has gone round', () => {
    const { chords } = bandOf([36, 2], [41, 1], [43, 1])
    expect(within(chords, 6).map((n) => [n.at, n.midi])).toEqual([[0, 41]])
    expect(within(chords, 5)).toEqual([])
    expect(within({ beats: 0, notes: [] }, 3)).toEqual([])
  })

  it('has no drone of a key that is over', () => {
    expect(timeline(piece(8), { from: 5, countIn: 0 }).drones).toEqual([{ beat: 0, midi: 41 }])
  })
})
