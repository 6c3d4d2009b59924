import { describe, expect, it } from 'vitest'
import type { LocationQuery } from 'vue-router'
import { askedOf, asQuery, type Asked } from './ladderAddress'

describe('a ladder in an address', () => {
  it('is read as it was written', () => {
    const asked: Asked = {
      from: { perBeat: 1, tempoBpm: 60 },
      goal: { perBeat: 4, tempoBpm: 84 },
      way: 'even',
      parts: ['octave', 'up'],
      stretch: { from: 5, to: 12 },
      times: 3,
      point: 'root',
    }
    expect(askedOf(asQuery(asked) as LocationQuery)).toEqual(asked)
    expect(askedOf(asQuery({}) as LocationQuery)).toEqual({})
    const own: Asked = { rungs: 'quarters 66, triplets 58', times: 2 }
    expect(askedOf(asQuery({ ...asked, ...own }) as LocationQuery)).toEqual({ ...own, parts: asked.parts, stretch: asked.stretch, point: 'root' })
  })

  it('leaves out what it cannot read', () => {
    expect(askedOf({ from: 'fast', stretch: '5', times: '1', parts: '' })).toEqual({})
  })
})
