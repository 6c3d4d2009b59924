import { expect, test } from 'vitest'
import type { Brief, GroupPart, Plan } from '../api/client'
import { currentOf, ensemble, voiced } from './ensemble'

const event = (at: number, beats: number) => ({ at, beats, sounds: beats, midi: 60 + at, bar: Math.floor(at / 4) + 1, accent: false })
const part = (events: ReturnType<typeof event>[], restBeats: number): Pick<GroupPart, 'plan'> => ({
  plan: { run: { events, restBeats, bars: 2, keys: [{ first: 3, drone: 40 }] } } as unknown as Plan,
})
const tune = part([event(0, 1), event(1, 1), event(2, 2)], 0)
const canon = part([event(2, 1), event(3, 1), event(4, 2)], 2)
const brief = { rhythm: { beatsPerBar: 4, tempoBpm: 72, perBeat: 1 } } as Brief

test('all parts sound in the order of time, on one beat in the order of the parts', () => {
  expect(voiced([canon, tune]).map((v) => [v.part, v.event.at])).toEqual([
    [1, 0],
    [1, 1],
    [0, 2],
    [1, 2],
    [0, 3],
    [0, 4],
  ])
})

test('one piece of all parts ends with the longest, and has the keys of the first from its start', () => {
  const piece = ensemble([tune, canon], brief)
  expect(piece?.run.events).toHaveLength(6)
  expect(piece?.run.keys[0]?.first).toBe(0)
  const last = piece?.run.events.at(-1)
  expect((last?.at ?? 0) + (last?.sounds ?? 0) + (piece?.run.restBeats ?? 0)).toBe(8)
  expect(ensemble([{}, {}], brief)).toBeUndefined()
})

test('each part has the note of its own that sounds now', () => {
  const all = voiced([tune, canon])
  expect(currentOf(all, -1, 2)).toEqual([-1, -1])
  expect(currentOf(all, 1, 2)).toEqual([1, -1])
  expect(currentOf(all, 3, 2)).toEqual([2, 0])
  expect(currentOf(all, 5, 2)).toEqual([2, 2])
})
