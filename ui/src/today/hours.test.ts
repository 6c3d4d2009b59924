import { expect, it } from 'vitest'
import { over, until } from './hours'

const now = new Date(2026, 10, 30, 15, 0)

it.each([
  ['15:40', 40, false],
  ['15:00', 0, false],
  ['14:00', -60, false],
  ['13:59', -61, true],
  ['', undefined, false],
])('%s is in %s minutes', (at, minutes, ended) => {
  expect(until(at, now)).toBe(minutes)
  expect(over(at, now)).toBe(ended)
})
