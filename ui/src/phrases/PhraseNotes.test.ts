import { mount } from '@vue/test-utils'
import { expect, test } from 'vitest'
import type { Phrase } from '../api/client'
import PhraseNotes from './PhraseNotes.vue'

const note = (n: number, name: string, degree: string, place: string, at: number, beats = 1) => ({ n, midi: 60, name, degree, at, beats, place })
const phrase = {
  title: '',
  homes: [],
  remarks: [],
  left: [],
  ways: [{ system: 'low', box: '', title: '', notes: [{ string: 3, fret: 5, finger: 1 }], spanMm: 0, shifts: 0, reaches: 0, lowFret: 5, highFret: 5 }],
  notes: [note(1, 'Bb', '1', 'in the scale', 0, 2), note(2, 'D', '3', 'colour', 2, 0.5), note(3, 'B', '#1', 'neighbour', 2.5), note(4, 'E', '#4', 'outside', 3.5)],
} as unknown as Phrase

test('each note has its name, its degree, and where it stands to the scale in words', () => {
  const notes = mount(PhraseNotes, { props: { phrase, marked: [2], sounding: 3, way: phrase.ways[0] } })
  const buttons = notes.findAll('button')
  expect(buttons.map((b) => b.attributes('data-place-is'))).toEqual(['in', 'colour', 'neighbour', 'outside'])
  expect(buttons[0]?.text()).toContain('B♭')
  expect(buttons[0]?.text()).toContain('note 1, in the scale, string 3, fret 5, finger 1')
  expect(buttons[1]?.classes()).toContain('marked')
  expect(buttons[2]?.classes()).toContain('sounding')
  expect(buttons.map((b) => b.classes('root'))).toEqual([true, false, false, false])
})

test('notes stand in their time, the longer the wider', async () => {
  const notes = mount(PhraseNotes, { props: { phrase, marked: [], sounding: 0, way: undefined } })
  const places = notes.findAll('li').map((l) => l.attributes('style') ?? '')
  expect(places[1]).toContain('inset-inline-start: 116px')
  const widths = places.map((s) => Number(/width: (\d+)px/.exec(s)?.[1]))
  expect(widths[0]).toBeGreaterThan(widths[3] ?? 0)
  expect(widths[1]).toBeGreaterThan(20)
  await notes.findAll('button')[3]?.trigger('click')
  expect(notes.emitted('choose')).toEqual([[4]])
})
