import { expect, test } from 'vitest'
import { asQuery, askedOf, requestOf, usualAsked } from './calls'

const brief = { instrument: { id: 'bass' }, scale: { tonic: 'Gb', name: 'major' } }

test('what is called comes back from its address, and what goes without saying is not in it', () => {
  expect(asQuery(usualAsked)).toEqual({})
  const asked = { ...usualAsked, kind: 'name', level: 3, every: 4, as: 'degree' }
  expect(askedOf(asQuery(asked))).toEqual(asked)
  expect(askedOf({ level: 'x', kind: ['a', 'b'] })).toEqual(usualAsked)
})

test('a kind is asked with what it takes alone', () => {
  const all = { ...usualAsked, minor: 'relative', progression: '2-5-1', as: 'interval', over: 'drone' }
  expect(requestOf(brief, all, ['minor', 'progression'])).toEqual({ brief, kind: 'numbers', minor: 'relative', progression: '2-5-1' })
  expect(requestOf(brief, { ...all, kind: 'name' }, ['as'])).toEqual({ brief, kind: 'name', as: 'interval' })
  expect(requestOf(brief, { ...all, kind: 'spell' }, [])).toEqual({ brief, kind: 'spell' })
})

test('a progression of one’s own goes round and round', () => {
  const own = { ...usualAsked, progression: 'own', own: '6, 4 b7' }
  expect([0, 1, 2, 3].map((n) => requestOf(brief, own, ['progression'], n).ask)).toEqual([['6'], ['4'], ['b7'], ['6']])
  expect(requestOf(brief, { ...own, own: ' ' }, ['progression']).ask).toBeUndefined()
})
