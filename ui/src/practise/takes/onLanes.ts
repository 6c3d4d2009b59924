import type { Take } from '../../api/client'

export type PlayedNote = Take['events'][number]

const rank = { right: 0, wrong: 1, missed: 2 }

/** What became of each note on the lanes, whose first is so many notes into what was played; of a note that was played more than once, the worst. */
export function onLanes(take: Take | undefined, first: number, notes: number): (PlayedNote | undefined)[] {
  const out = Array<PlayedNote | undefined>(notes).fill(undefined)
  for (const e of take?.events ?? []) {
    const i = e.n - 1 - first
    const before = out[i]
    if (i >= 0 && i < notes && (!before || rank[e.verdict] > rank[before.verdict])) out[i] = e
  }
  return out
}

/** After which note on the lanes each extra note was heard. */
export function extrasOnLanes(take: Take | undefined, first: number, notes: number): number[] {
  return (take?.extras ?? []).flatMap((x) => {
    const before = take?.events.findLast((e) => e.onsetSec !== null && e.onsetSec <= x.onsetSec)
    const i = before ? before.n - 1 - first : 0
    return i >= 0 && i < notes ? [i] : []
  })
}
