import { enableAutoUnmount, flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { api, type Brief, type Choice } from '../../api/client'
import WordPicker from './WordPicker.vue'

const brief: Brief = { instrument: { id: 'guitar' }, scale: { tonic: 'E', name: 'dorian' } }
const choices: Choice[] = [
  { label: 'dorian', changes: { 'scale.name': 'dorian' }, now: true },
  { label: 'lydian', note: 'bright', changes: { 'scale.name': 'lydian', 'layout.box': null } },
  { label: 'locrian', changes: { 'scale.name': 'locrian' } },
]

enableAutoUnmount(afterEach)

// The server narrows by what is typed; answers come when the test lets them.
let answers: (() => void)[]
beforeEach(() => {
  answers = []
  vi.spyOn(api, 'GET').mockReturnValue(new Promise(() => undefined))
  vi.spyOn(api, 'POST').mockImplementation(((_path: string, init: { params: { query: { text: string } } }) => {
    const { text } = init.params.query
    const found = choices.filter((c) => c.label.startsWith(text))
    const typed = text ? [{ label: `take “${text}” as typed`, changes: { 'scale.name': text }, typed: true }] : []
    const data = { field: 'scale.name', title: 'Scale', hint: 'or type degrees', choices: [...found, ...typed] }
    return new Promise((done) => answers.push(() => done({ data })))
  }) as never)
})
const answer = async () => {
  while (answers.length) answers.shift()?.()
  await flushPromises()
}

async function opened() {
  const picker = mount(WordPicker, {
    props: { field: 'scale.name', text: 'Dorian', brief },
    global: { stubs: { VMenu: { props: ['modelValue'], template: '<div v-if="modelValue"><slot /></div>' }, VCard: { template: '<div><slot /></div>' }, VIcon: true } },
    attachTo: document.body,
  })
  await picker.get('button').trigger('click')
  await answer()
  return picker
}
const key = (picker: Awaited<ReturnType<typeof opened>>, name: string) => picker.get('input').trigger(`keydown.${name}`)

describe('a word and its picker', () => {
  it('offers what may stand there, the present one marked', async () => {
    const picker = await opened()
    expect(picker.findAll('li .label').map((l) => l.text())).toEqual(['dorian', 'lydian', 'locrian'])
    expect(picker.get('[aria-selected=true]').text()).toContain('dorian')
    expect(picker.get('.hint').text()).toBe('or type degrees')
  })

  it('is chosen from with the arrows and Enter', async () => {
    const picker = await opened()
    await key(picker, 'down')
    await key(picker, 'enter')
    expect(picker.emitted('change')).toEqual([[{ 'scale.name': 'lydian', 'layout.box': null }]])
    expect(picker.find('li').exists()).toBe(false)
  })

  it('waits for the answer to what was typed when Enter comes before it', async () => {
    const picker = await opened()
    await picker.get('input').setValue('loc')
    await key(picker, 'enter')
    expect(picker.emitted('change')).toBeUndefined()
    await answer()
    expect(picker.emitted('change')).toEqual([[{ 'scale.name': 'locrian' }]])
  })

  it('takes what no choice has as it is typed, and opens again with all there is', async () => {
    const picker = await opened()
    await picker.get('input').setValue('1 b2 5')
    await answer()
    await key(picker, 'enter')
    expect(picker.emitted('change')).toEqual([[{ 'scale.name': '1 b2 5' }]])
    window.dispatchEvent(new KeyboardEvent('keyup'))
    await picker.get('button').trigger('click')
    expect((picker.get('input').element as HTMLInputElement).value).toBe('')
  })
})
