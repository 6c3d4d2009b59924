import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { HomePage } from './main'
import { asText, standOf, useLog, type Tried } from './log'

/** Three rungs; the words say what was asked of the table. */
const follow = (next: number, then: string, why: string, reached = false) => ({ next, then, why, reached })
const follows = [0, 1, 2].map((r) => ({
  other: {
    clean: follow(r, 'clean-here', `once clean on ${r}`),
    nearly: follow(r, 'other', `nearly on ${r}`),
    'not-yet': follow(Math.max(r - 1, 0), 'not-there', `down from ${r}`),
  },
  'clean-here': { clean: r === 2 ? follow(2, 'other', 'reached', true) : follow(r + 1, 'other', `up from ${r}`) },
  'not-there': { 'not-yet': follow(Math.max(r - 2, 0), 'not-there', `two down from ${r}`) },
}))
const page = {
  id: 'abc',
  works: [{ climb: { at: 1, before: 'other', why: 'begin', breakDays: 14, follows, rungs: [{ name: 'slow' }, { name: 'middle' }, { name: 'fast' }] } }],
} as unknown as HomePage
const tries = (...list: [number, Tried['result'], number?][]): Tried[] => list.map(([rung, result, minute = 100], i) => ({ n: i + 1, work: 0, rung, result, minute, seconds: 30 }))

describe('the climb on the page for home', () => {
  it.each([
    [tries(), 1, 'begin'],
    [tries([1, 'clean']), 1, 'once clean on 1'],
    [tries([1, 'clean'], [1, 'clean']), 2, 'up from 1'],
    [tries([1, 'clean'], [0, 'clean']), 0, 'once clean on 0'],
    [tries([1, 'not-yet'], [0, 'not-yet']), 0, 'two down from 0'],
    [tries([2, 'not-yet'], [1, 'clean'], [1, 'not-yet']), 0, 'down from 1'],
    [tries([2, 'clean'], [2, 'clean']), 2, 'reached'],
  ])('goes by the table that the page carries: %#', (done, at, why) => {
    expect(standOf(page, 0, done, 100)).toMatchObject({ at, why })
  })

  it('begins a rung lower after a fortnight', () => {
    const done = tries([1, 'clean'], [1, 'clean'])
    expect(standOf(page, 0, done, 100 + 13 * 1440).at).toBe(2)
    expect(standOf(page, 0, done, 100 + 14 * 1440)).toMatchObject({ at: 1, before: 'other', why: 'No practice for 14 days. Start one rung lower, at middle.' })
  })
})

describe('the log of the page', () => {
  beforeEach(() => localStorage.clear())

  it('writes tries as the teacher reads them', () => {
    expect(asText('abc', tries([12, 'clean', 29_769_841], [0, 'not-yet', 29_769_843]))).toBe('EL1 abc 1.0.12.c.hq2k1.30 2.0.0.x.hq2k3.30 #2.yxb')
  })

  it('outlives a reload, goes back a step, and parts into codes', () => {
    const log = useLog(page)
    for (let i = 0; i < 30; i++) log.add(0, 1, 'clean', 20)
    expect(useLog(page).tries.value).toHaveLength(30)
    expect(log.codes.value.map((c) => c.split(' ').length)).toEqual([27, 9])
    log.undo()
    const again = useLog(page)
    expect(again.tries.value.at(-1)?.n).toBe(29)
    again.add(0, 1, 'nearly', 20)
    expect(again.tries.value.at(-1)?.n, 'a number that may have been sent is not given again').toBe(31)
  })

  it('keeps on where the browser keeps nothing', () => {
    const denied = () => {
      throw new DOMException('denied')
    }
    vi.stubGlobal('localStorage', { getItem: denied, setItem: denied })
    const log = useLog({ ...page, id: 'other' })
    log.add(0, 1, 'nearly', 3)
    expect(log.lasting.value).toBe(false)
    expect(log.text.value).toMatch(/^EL1 other 1\.0\.1\.n\./)
    vi.unstubAllGlobals()
  })
})
