import { expect, it } from 'vitest'
import { titleOf } from './title'

it('suggests a title in the words of the sentence', () => {
  const parts = [
    { text: 'On a ' },
    { text: 'mandolin', field: 'instrument.id' },
    { text: ', lay ' },
    { text: 'B', field: 'scale.tonic' },
    { text: ' ' },
    { text: 'Lydian', field: 'scale.name' },
    { text: ' out ' },
    { text: 'in first position', field: 'layout.system' },
  ]
  expect(titleOf(parts)).toBe('B Lydian in first position, mandolin')
  expect(titleOf(parts.filter((p) => p.field !== 'layout.system'))).toBe('B Lydian, mandolin')
})
