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

test('notes stand in their time, the longer the wider, none too narrow to be pressed', () => {
  const notes = mount(PhraseNotes, { props: { phrase, marked: [], sounding: 0, way: undefined } })
  const places = notes.findAll('li').map((l) => l.attributes('style') ?? '')
  const at = places.map((s) => Number(/inset-inline-start: (\d+)px/.exec(s)?.[1]))
  expect(at[3]).toBe(((at[1] ?? 0) / 2) * 3.5)
  const widths = places.map((s) => Number(/width: (\d+)px/.exec(s)?.[1]))
  expect(widths[0]).toBeGreaterThan(widths[3] ?? 0)
  expect(widths[1]).toBeGreaterThan(24)
})

test('a press chooses a note and sounds it, with Shift a stretch; keys change what is chosen', async () => {
  const notes = mount(PhraseNotes, { props: { phrase, marked: [], sounding: 0, way: undefined, chosen: undefined }, attachTo: document.body })
  const button = (n: number) => notes.findAll('button')[n - 1]
  await button(2)?.trigger('click')
  expect(notes.emitted('update:chosen')?.at(-1)).toEqual([[2, 2]])
  expect(notes.emitted('strike')).toEqual([[60]])
  await notes.setProps({ chosen: [2, 2] })
  await button(4)?.trigger('click', { shiftKey: true })
  expect(notes.emitted('update:chosen')?.at(-1)).toEqual([[2, 4]])
  await notes.setProps({ chosen: [2, 4] })
  for (const key of ['ArrowUp', 'b', ']', 'x', 'Delete', 'Backspace']) await button(2)?.trigger('keydown', { key })
  expect(notes.emitted('change')?.map(([c]) => (c as { id: string; by?: number }).id + ((c as { by?: number }).by ?? ''))).toEqual([
    'step1',
    'half-step-1',
    'length1',
    'cut',
    'remove',
    'remove',
  ])
  await button(3)?.trigger('keydown', { key: 'ArrowRight', shiftKey: true })
  expect(notes.emitted('update:chosen')?.at(-1)).toEqual([[2, 4]])
  await button(4)?.trigger('keydown', { key: 'ArrowLeft' })
  expect(notes.emitted('update:chosen')?.at(-1)).toEqual([[3, 3]])
  notes.unmount()
})

test('a note that is dragged up goes by steps, sideways past its neighbours', async () => {
  const notes = mount(PhraseNotes, { props: { phrase, marked: [], sounding: 0, way: undefined, chosen: undefined } })
  const button = notes.findAll('button')[0]
  const pull = async (dx: number, dy: number) => {
    if (button) button.element.setPointerCapture = () => undefined
    await button?.trigger('pointerdown', { clientX: 100, clientY: 100, pointerId: 1, pointerType: 'mouse' })
    await button?.trigger('pointermove', { clientX: 100 + dx, clientY: 100 + dy })
    await button?.trigger('pointerup', { clientX: 100 + dx, clientY: 100 + dy })
    await button?.trigger('click')
  }
  await pull(3, -30)
  await pull(130, 4)
  await pull(2, 2)
  expect(notes.emitted('change')).toEqual([[{ id: 'step', by: 2 }], [{ id: 'move', by: 2 }]])
  expect(notes.emitted('strike'), 'the last was a press').toHaveLength(1)
})
