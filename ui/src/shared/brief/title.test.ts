import { describe, expect, it } from 'vitest'
import { summaryOf, titleOf } from './title'

const parts = [
  { text: 'On a ' },
  { text: 'ukulele', field: 'instrument.id' },
  { text: ', lay ' },
  { text: 'F♯', field: 'scale.tonic' },
  { text: ' ' },
  { text: 'Lydian', field: 'scale.name' },
  { text: ' out ' },
  { text: 'as two notes per string', field: 'layout.system' },
  { text: '. Play it ' },
  { text: 'up', field: 'run.direction' },
]

describe('a brief in few words', () => {
  it('is named after its key, how it lies and its instrument', () => {
    expect(titleOf(parts)).toBe('F♯ Lydian as two notes per string, ukulele')
  })
  it('is summed up in two lines', () => {
    expect(summaryOf(parts)).toEqual({ title: 'F♯ Lydian, ukulele', note: 'two notes per string · up' })
  })
  it('leaves out what is not said', () => {
    expect(summaryOf([{ text: 'bass', field: 'instrument.id' }])).toEqual({ title: 'bass', note: '' })
  })
})
