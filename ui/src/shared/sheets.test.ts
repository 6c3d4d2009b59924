import { expect, test } from 'vitest'
import type { StoredAssignment } from '../api/client'
import { asQuery, askedOf, requestOf, sheetsOf, usualAsked } from './sheets'

const brief = { instrument: { id: 'mandolin' }, scale: { tonic: 'Gb', name: 'major' } }

test('what is written out comes back from its address', () => {
  expect(asQuery(usualAsked)).toEqual({})
  const asked = { ...usualAsked, kind: 'neck', scale: '1 b2 4 5', keys: 'F Bb', days: 10, perDay: 2, seed: 4, large: true }
  expect(askedOf(asQuery(asked))).toEqual(asked)
})

test('keys are read apart by spaces and commas, and sent as they are typed', () => {
  expect(requestOf(brief, { ...usualAsked, keys: ' F,  Bb;H ' }).keys).toEqual(['F', 'Bb', 'H'])
  expect(requestOf(brief, usualAsked)).not.toHaveProperty('keys')
})

test('sheets that are set are opened for whom they are set; sheets in words are not', () => {
  const of = (sheets: object) => ({ id: 'a1', pupilId: 'p1', assignment: { sheets } }) as unknown as StoredAssignment
  expect(sheetsOf(of({ what: 'x', worksheet: { kind: 'spell', keys: ['F'], days: 10, brief } }))).toEqual({
    name: 'sheets',
    query: { 'instrument.id': 'mandolin', 'scale.tonic': 'Gb', 'scale.name': 'major', 'sheet.keys': 'F', 'sheet.days': '10', pupil: 'p1', assignment: 'a1' },
  })
  expect(sheetsOf(of({ what: 'x' }))).toBeUndefined()
})
