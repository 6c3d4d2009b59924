import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import WorkPicture from './WorkPicture.vue'

const shown = (of: object, props = {}) => mount(WorkPicture, { props: { of: { line: '', ...of }, ...props } })
const note = (degree: string, midi: number) => ({ degree, midi })

it('draws a box on its strings, its roots apart', () => {
  const p = shown({
    strings: 4,
    places: [
      { string: 4, fret: 3, root: true },
      { string: 1, fret: 5, root: false },
    ],
  })
  expect(p.findAll('.rule')).toHaveLength(4)
  expect(p.findAll('.mark.root')).toHaveLength(1)
})

it('draws a line whose higher notes stand higher', () => {
  const p = shown({ notes: [note('1', 60), note('5', 67), note('3', 64)] })
  const heights = (p.find('.line').attributes('d') ?? '')
    .split(/[ML]/)
    .slice(1)
    .map((d) => Number(d.split(' ')[1]))
  const low = [0, 2, 1].map((i) => heights[i] ?? NaN) // the 1, the 3, the 5: y grows downwards
  expect(low).toEqual(low.toSorted((a, b) => b - a))
  expect(new Set(low).size).toBe(3)
})

it('ends a long line in dots', () => {
  const long = Array.from({ length: 20 }, (_, i) => note('2', 60 + i))
  const p = shown({ notes: long }, { degrees: true })
  expect(p.findAll('text')).toHaveLength(14)
  expect(p.findAll('text').at(-1)?.text()).toBe('…')
})

it('draws a mark a key and a bar a rung', () => {
  expect(shown({ keys: ['C', 'F', 'Bb'] }).findAll('.mark')).toHaveLength(3)
  expect(
    shown({ rungs: [60, 90, 120] })
      .findAll('rect')
      .map((b) => Number(b.attributes('height')))
      .toSorted((a, b) => a - b),
  ).toEqual([24, 36, 48])
})
