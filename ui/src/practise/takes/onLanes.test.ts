import { describe, expect, it } from 'vitest'
import type { Take } from '../../api/client'
import { extrasOnLanes, onLanes } from './onLanes'

const event = (n: number, verdict: 'right' | 'wrong' | 'missed', onsetSec: number | null) => ({ n, plannedMidi: 60, verdict, heardMidi: 60, onsetSec, lateMs: 0, unsure: false })
const take = {
  events: [event(5, 'right', 1), event(6, 'wrong', 2), event(5, 'missed', null), event(6, 'right', 4)],
  extras: [{ midi: 61, onsetSec: 2.5 }],
} as unknown as Take

describe('a take on the lanes', () => {
  it('stands by its notes, the worst of several times', () => {
    expect(onLanes(take, 4, 3).map((e) => e?.verdict)).toEqual(['missed', 'wrong', undefined])
    expect(onLanes(undefined, 0, 2)).toEqual([undefined, undefined])
  })

  it('puts a note too many after the one that was heard before it', () => {
    expect(extrasOnLanes(take, 4, 3)).toEqual([1])
  })
})
