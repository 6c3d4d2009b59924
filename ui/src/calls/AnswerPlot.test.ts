import { mount } from '@vue/test-utils'
import { expect, test } from 'vitest'
import AnswerPlot from './AnswerPlot.vue'

const answer = (right: boolean, ms: number, time = '') => ({ show: '6', right, ms, time })

test('every answer is a bar, full where it was right, and the row that goes on is counted', () => {
  const plot = mount(AnswerPlot, { props: { answers: [answer(true, 900), answer(false, 3000, 'late'), answer(true, 1000), answer(true, 2000, 'on')] } })
  expect(plot.findAll('rect').map((r) => r.classes('right'))).toEqual([true, false, true, true])
  const heights = plot.findAll('rect').map((r) => Number(r.attributes('height')))
  expect(Math.max(...heights)).toBe(heights[1])
  expect(plot.text()).toContain('3 of 4 right · 2 in a row')
  expect(plot.find('svg').attributes('aria-label')).toContain('the slowest took 3.0 seconds')
  expect(plot.findAll('title')[3]?.text()).toBe('6: right, 2.0 s, on the beat')
})

test('nothing is drawn before the first answer', () => {
  expect(
    mount(AnswerPlot, { props: { answers: [] } })
      .find('svg')
      .exists(),
  ).toBe(false)
})
