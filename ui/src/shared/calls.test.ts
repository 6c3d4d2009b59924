import { expect, test } from 'vitest'
import { asQuery, askedOf, requestOf, usualAsked } from './calls'

const brief = { instrument: { id: 'bass' }, scale: { tonic: 'Gb', name: 'major' } }

test('what is called comes back from its address, and what goes without saying is not in it', () => {
  expect(asQuery(usualAsked)).toEqual({})
  const asked = { ...usualAsked, kind: 'name', level: 3, every: 4, as: 'degree' }
  expect(askedOf(asQuery(asked))).toEqual(asked)
  expect(askedOf({ level: 'x', kind: ['a', 'b'] })).toEqual(usualAsked)
})

test('schools and progressions are of numbers alone, sayings of places alone', () => {
  const all = { ...usualAsked, minor: 'relative', progression: '2-5-1', as: 'interval' }
  expect(requestOf(brief, all)).toEqual({ brief, kind: 'numbers', minor: 'relative', progression: '2-5-1' })
  expect(requestOf(brief, { ...all, kind: 'name' })).toEqual({ brief, kind: 'name', as: 'interval' })
  expect(requestOf(brief, { ...all, kind: 'spell' })).toEqual({ brief, kind: 'spell' })
})

test('a progression of one’s own goes round and round', () => {
  const own = { ...usualAsked, progression: 'own', own: '6, 4 b7' }
  expect([0, 1, 2, 3].map((n) => requestOf(brief, own, n).ask)).toEqual([['6'], ['4'], ['b7'], ['6']])
  expect(requestOf(brief, { ...own, own: ' ' }).ask).toBeUndefined()
})
