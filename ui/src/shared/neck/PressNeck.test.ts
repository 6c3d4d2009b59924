import { mount } from '@vue/test-utils'
import { expect, test } from 'vitest'
import type { Plan } from '../../api/client'
import PressNeck from './PressNeck.vue'

const neck = (leftHanded = false) =>
  ({
    brief: { instrument: { id: 'bass', leftHanded } },
    neck: {
      strings: [1, 2, 3, 4].map((string) => ({ string, open: 'E1', midi: 28, label: 'E' })),
      frets: Array.from({ length: 21 }, (_, fret) => ({ fret, mm: 40 * fret })),
      courses: false,
    },
  }) as unknown as Plan
const press = (props: object = {}) => mount(PressNeck, { props: { plan: neck(), marks: [], high: 12, help: 'numbers' as const, ...props }, attachTo: document.body })

test('every place can be pressed, and says which it is', async () => {
  const n = press({ marks: [{ string: 3, fret: 5, label: '', as: 'point' }] })
  expect(n.findAll('[role=button]')).toHaveLength(4 * 13)
  expect(n.find('[data-place="3/5"]').attributes('aria-label')).toBe('string 3, fret 5, asked about')
  expect(n.find('[data-place="4/0"]').attributes('aria-label')).toBe('string 4, open')
  await n.find('[data-place="2/7"]').trigger('click')
  expect(n.emitted('press')).toEqual([[{ string: 2, fret: 7 }]])
})

test('arrow keys go along strings and frets, mirrored for the left hand', async () => {
  for (const [left, key] of [
    [false, 'ArrowRight'],
    [true, 'ArrowLeft'],
  ] as const) {
    const n = press({ plan: neck(left) })
    await n.find('[data-place="1/0"]').trigger('keydown', { key })
    expect(n.find('[data-place="1/1"]').attributes('tabindex'), key).toBe('0')
    await n.find('[data-place="1/1"]').trigger('keydown', { key: 'ArrowDown' })
    expect(n.find('[data-place="2/1"]').attributes('tabindex')).toBe('0')
    n.unmount()
  }
})

test('a bare neck has no fret numbers, one with landmarks none either', () => {
  expect(press().findAll('.ruler text')).toHaveLength(12)
  expect(press({ help: 'landmarks' }).findAll('.ruler text')).toHaveLength(0)
  expect(press({ help: 'landmarks' }).findAll('.landmark')).toHaveLength(5)
  expect(press({ help: 'bare' }).find('.ruler').exists()).toBe(false)
  expect(press({ still: true }).findAll('[role=button]')).toHaveLength(0)
})
