import { describe, expect, it } from 'vitest'
import type { Run } from '../../api/client'
import { timeline, type Piece } from './timeline'

const chord = (bass: number, notes: number[], beats: number) => ({ symbol: '', names: [], bass, notes, beats })

/** A run of eighths in bars of two beats, its second half in another key. */
function piece(notes: number): Piece {
  const events = Array.from({ length: notes }, (_, i) => ({ bar: 1 + Math.floor(i / 4), at: i / 2, sounds: 0.5, beats: 0.5, midi: 60 + i, accent: i % 2 === 0 }))
  const keys = [
    {
      title: 'one',
      first: 0,
      fifths: 0,
      drone: 36,
      vamp: [chord(36, [52, 55, 60], 2), chord(41, [53, 57, 60], 1), chord(43, [55, 59, 62], 1)],
    },
    { title: 'two', first: notes / 2, fifths: -1, drone: 41, vamp: [chord(41, [53, 57, 60], 2)] },
  ]
  return { run: { events, keys, restBeats: 0.5 } as unknown as Run, beatsPerBar: 2, tempoBpm: 60, perBeat: 2 }
}

describe('what sounds when', () => {
  it('comes after two bars counted in', () => {
    const t = timeline(piece(8), { from: 0, countIn: true })
    expect(t.clicks.filter((c) => c.countIn).map((c) => [c.beat, c.said, c.first])).toEqual([
      [0, 1, true],
      [1, 2, false],
      [2, 1, true],
      [3, 2, false],
    ])
    expect(t.events.map((e) => e.beat)).toEqual([4, 4.5, 5, 5.5, 6, 6.5, 7, 7.5])
    expect(t.end).toBe(4 + 4 + 0.5)
  })

  it('goes on from the beat of a note', () => {
    const t = timeline(piece(8), { from: 3, countIn: false })
    expect(t.events[0]).toMatchObject({ index: 3, beat: 0.5, midi: 63 })
    expect(t.clicks[0]).toMatchObject({ beat: 0, first: false })
  })

  it('repeats whole bars', () => {
    const t = timeline(piece(8), { from: 4, countIn: false, loop: [2, 2] })
    expect(t.loop).toEqual([0, 2])
    expect(t.events.map((e) => e.index)).toEqual([4, 5, 6, 7])
  })

  it('plays a part so many times on end, each in a bar of its own', () => {
    const t = timeline({ ...piece(8), part: { from: 2, to: 5, times: 2 } }, { from: 0, countIn: false })
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

  it('has a groove on the tonic, on the beat and just before the next', () => {
    const t = timeline(piece(8), { from: 0, countIn: false })
    expect(t.groove.slice(0, 4).map((g) => [g.beat, g.midi, g.accent])).toEqual([
      [0, 36, true],
      [0.5, 36, false],
      [1, 36, true],
      [1.5, 36, false],
    ])
    expect(t.groove.find((g) => g.beat === 2)?.midi).toBe(41)
  })

  it('changes the drone and begins the vamp anew with the key', () => {
    const t = timeline(piece(8), { from: 0, countIn: false })
    expect(t.drones).toEqual([
      { beat: 0, midi: 36 },
      { beat: 2, midi: 41 },
    ])
    expect(t.chords.map((c) => [c.beat, c.notes[0]])).toEqual([
      [0, 36],
      [2, 41],
      [4, 41],
    ])
  })

  it('plays two chords in one bar, and begins in the middle of one', () => {
    const one = piece(16)
    one.run.keys.pop()
    expect(timeline(one, { from: 0, countIn: false }).chords.map((c) => [c.beat, c.beats, c.notes[0]])).toEqual([
      [0, 2, 36],
      [2, 1, 41],
      [3, 1, 43],
      [4, 2, 36],
      [6, 1, 41],
      [7, 1, 43],
      [8, 0.5, 36],
    ])
    expect(timeline(one, { from: 6, countIn: false }).chords[0]).toEqual({ beat: 0, beats: 1, notes: [43, 55, 59, 62] })
  })

  it('has no drone of a key that is over', () => {
    expect(timeline(piece(8), { from: 5, countIn: false }).drones).toEqual([{ beat: 0, midi: 41 }])
  })
})
