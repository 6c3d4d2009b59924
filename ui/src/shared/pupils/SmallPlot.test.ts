import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import type { Progress } from '../../api/client'
import SmallPlot from './SmallPlot.vue'

const progress = (points: Progress['points'], goal = 144): Progress => ({
  reached: false,
  overdue: false,
  words: '',
  due: '',
  tries: points.length,
  days: 1,
  best: 0,
  goal,
  last: '',
  points,
})
const plot = (points: Progress['points'], goal?: number) => mount(SmallPlot, { props: { progress: progress(points, goal) } })
const y = (d: string | undefined) => Number(/ (-?[\d.]+)\)/.exec(d ?? '')?.[1])

it('draws nothing without a try', () => {
  expect(plot([]).find('svg').exists()).toBe(false)
})

it('says its range to whoever does not see it, and tells results by shape', () => {
  const p = plot([
    { day: '2026-10-05', notesPerMinute: 60, result: 'clean' },
    { day: '2026-10-06', notesPerMinute: 72, result: 'not-yet' },
    { day: '2026-10-08', notesPerMinute: 66, result: 'nearly' },
  ])
  expect(p.find('svg').attributes('aria-label')).toBe('Tries from Mon 5 Oct at 60 to Thu 8 Oct at 66 notes a minute; the goal is 144')
  const shapes = ['clean', 'nearly', 'not-yet'].map((r) => p.find(`.${r}`).attributes('d'))
  expect(new Set(shapes).size).toBe(3)
  expect(y(p.find('.not-yet').attributes('transform'))).toBeLessThan(y(p.find('.clean').attributes('transform')))
})

it('keeps a try that is faster than the goal inside the drawing', () => {
  const p = plot([{ day: '2026-10-05', notesPerMinute: 200, result: 'clean' }], 100)
  expect(y(p.find('.clean').attributes('transform'))).toBeGreaterThan(0)
})
