import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Plan } from '../../api/client'
import RunLanes from './RunLanes.vue'

const events = Array.from({ length: 12 }, (_, i) => ({
  n: i + 1,
  string: 1 + (i % 2),
  fret: i,
  bar: 1 + Math.floor(i / 4),
  degree: '1',
  count: '1',
  finger: 1,
  stroke: 'down',
  note: i,
  name: 'A',
}))
const plan = {
  scale: { notes: ['A'], labels: ['A'] },
  run: { events, notes: 12, bars: 3 },
  neck: {
    strings: [
      { string: 2, label: 'A' },
      { string: 1, label: 'D' },
    ],
  },
  boxes: [{ notes: [] }],
  box: 0,
} as unknown as Plan

function lanes() {
  return mount(RunLanes, { props: { plan, current: -1, loop: undefined }, global: { stubs: { RunStaff: true } } })
}

describe('the lanes', () => {
  it('go to the note that is pressed', async () => {
    const l = lanes()
    await l.get('[data-event="5"]').trigger('pointerdown')
    await l.get('[data-event="5"]').trigger('pointerup')
    expect(l.emitted('choose')).toEqual([[5]])
    expect(l.emitted('update:loop')).toBeUndefined()
  })

  it('repeat the bars that are dragged over, either way', async () => {
    const l = lanes()
    await l.get('[data-event="9"]').trigger('pointerdown')
    await l.get('[data-event="2"]').trigger('pointerup')
    expect(l.emitted('update:loop')).toEqual([[[1, 3]]])
  })

  it('repeat one bar with Shift, and let go of a drag that leaves them', async () => {
    const l = lanes()
    await l.get('[data-event="6"]').trigger('pointerdown')
    await l.get('[data-event="6"]').trigger('pointerup', { shiftKey: true })
    expect(l.emitted('update:loop')).toEqual([[[2, 2]]])
    await l.get('[data-event="0"]').trigger('pointerdown')
    await l.get('svg').trigger('pointerleave')
    await l.get('[data-event="8"]').trigger('pointerup')
    expect(l.emitted('choose')).toEqual([[8]])
  })

  it('repeat the bar whose number is pressed, and end it so', async () => {
    const l = lanes()
    await l.get('[data-bar="2"]').trigger('click')
    expect(l.emitted('update:loop')).toEqual([[[2, 2]]])
    await l.setProps({ loop: [2, 2] })
    await l.get('[data-bar="2"]').trigger('keydown', { key: 'Enter' })
    expect(l.emitted('update:loop')?.[1]).toEqual([undefined])
  })

  it('let either end of the stretch be pulled, and the other stays', async () => {
    const l = lanes()
    await l.setProps({ loop: [2, 2] })
    await l.get('[data-end="1"]').trigger('pointerdown')
    await l.get('[data-event="9"]').trigger('pointerup')
    expect(l.emitted('update:loop')).toEqual([[[2, 3]]])
    await l.get('[data-end="0"]').trigger('pointerdown')
    await l.get('[data-event="1"]').trigger('pointerup')
    expect(l.emitted('update:loop')?.[1]).toEqual([[1, 3]])
  })

  it('stretch what is repeated with Shift and the arrows', async () => {
    const l = lanes()
    const keyed = (key: string) => l.get('.lanes').trigger('keydown', { key, shiftKey: true })
    for (const key of ['ArrowRight', 'ArrowRight', 'ArrowLeft', 'ArrowLeft']) await keyed(key)
    expect(l.emitted('update:loop')).toEqual([[[1, 1]], [[1, 2]], [[1, 1]], [undefined]])
    expect(l.emitted('choose')).toBeUndefined()
  })
})
