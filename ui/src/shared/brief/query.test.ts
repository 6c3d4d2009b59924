import { describe, expect, it } from 'vitest'
import type { LocationQuery } from 'vue-router'
import type { Brief } from '../../api/client'
import { fields } from '../../api/fields'
import { at, changed, fromQuery, toQuery } from './query'
import { fromSide, toSide } from './side'

const brief: Brief = {
  instrument: { id: 'guitar', tuning: ['D2', 'A2', 'D3', 'G3', 'B3', 'E4'], courses: false, scaleLengthMm: 590.5, capo: 2 },
  scale: { tonic: 'F#', name: 'dorian' },
  layout: { strings: [3, 2, 1], box: 0 },
  hand: { limitsMm: { comfortable: [50, 40, 38] } },
  run: { landOn: { string: 1, fret: 9 }, chain: true, cell: '0 1 -1' },
  round: { order: 'own', keys: ['F#', 'B'] },
}

describe('the address of a brief', () => {
  it('brings the brief back', () => {
    expect(fromQuery(toQuery(brief) as Record<string, string>)).toEqual(brief)
  })

  it('brings briefs side by side back', () => {
    const other: Brief = { instrument: { id: 'bass' }, scale: { tonic: 'C', formula: '1 b3 5' } }
    for (const all of [
      [brief, other],
      [brief, other, brief, other],
    ])
      expect(fromSide(toSide(all) as LocationQuery)).toEqual(all)
  })

  it('leaves what is no number to the server', () => {
    expect(fromQuery({ 'rhythm.tempoBpm': 'fast', 'layout.box': '3' })).toMatchObject({ rhythm: { tempoBpm: 'fast' }, layout: { box: 3 } })
  })

  it('says nothing where nothing is said', () => {
    expect(fromQuery({ saved: 'abc' })).toBeUndefined()
    expect(toQuery({ instrument: { id: 'guitar', leftHanded: false }, scale: { tonic: 'C' } })).toEqual({ 'instrument.id': 'guitar', 'scale.tonic': 'C' })
  })

  it('knows every field by its path', () => {
    for (const path of Object.keys(toQuery(brief))) expect(fields).toHaveProperty([path])
  })
})

describe('a changed brief', () => {
  it('has new values, no old ones, and leaves the old brief alone', () => {
    const next = changed(brief, { 'layout.box': 4, 'run.landOn': null, 'run.chain': undefined, 'rhythm.perBeat': 3 })
    expect(at(next, 'layout.box')).toBe(4)
    expect(at(next, 'rhythm.perBeat')).toBe(3)
    expect(next.run).toEqual({ cell: '0 1 -1' })
    expect(brief.run?.chain).toBe(true)
  })
})
