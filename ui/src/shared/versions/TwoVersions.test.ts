import { enableAutoUnmount, mount } from '@vue/test-utils'
import { afterEach, expect, it } from 'vitest'
import { nextTick } from 'vue'
import { meeting, type Choice } from './meet'
import TwoVersions from './TwoVersions.vue'

enableAutoUnmount(afterEach)
afterEach(() => (meeting.value = undefined))

const stubs = {
  VDialog: {
    props: ['modelValue'],
    emits: ['update:modelValue'],
    template: '<div v-if="modelValue"><slot /><i data-outside @click="$emit(\'update:modelValue\', false)" /></div>',
  },
  VCard: { template: '<div><slot /></div>' },
  VBtn: { template: '<button><slot /></button>' },
}

async function shown(both: boolean) {
  const dialog = mount(TwoVersions, { global: { stubs } })
  const answers: (Choice | undefined)[] = []
  meeting.value = { what: 'pupil', differences: [{ name: 'name', mine: 'Casimir B', stored: '' }], both, answer: (a) => answers.push(a) }
  await nextTick()
  return { dialog, answers }
}

it('shows both where they differ, and gives what is chosen', async () => {
  const { dialog, answers } = await shown(true)
  expect(dialog.text()).toContain('This pupil was changed somewhere else')
  expect(dialog.findAll('tbody td').map((td) => td.text())).toEqual(['Casimir B', '–'])
  for (const choice of ['both', 'mine', 'stored', 'leave']) await dialog.get(`button[data-two=${choice}]`).trigger('click')
  expect(answers).toEqual(['both', 'mine', 'stored', undefined])
})

it('has nothing to keep as two where that makes no sense, and a press beside it goes on typing', async () => {
  const { dialog, answers } = await shown(false)
  expect(dialog.find('button[data-two=both]').exists()).toBe(false)
  await dialog.get('[data-outside]').trigger('click')
  expect(answers).toEqual([undefined])
})
