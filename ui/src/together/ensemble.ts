import type { Brief, GroupPart, Plan, RunEvent } from '../api/client'
import { pieceOf, type Piece } from '../shared/sound/timeline'

/** One event of all parts, with whose it is and where it stands in that part. */
export interface Voiced {
  part: number
  index: number
  event: RunEvent
}

/** The events of all parts in the order of time; those of one beat in the order of the parts. */
export function voiced(parts: Pick<GroupPart, 'plan'>[]): Voiced[] {
  return parts.flatMap((p, part) => (p.plan?.run.events ?? []).map((event, index) => ({ part, index, event }))).toSorted((a, b) => a.event.at - b.event.at || a.part - b.part)
}

/** What all parts sound as one piece; undefined where nobody plays. */
export function ensemble(parts: Pick<GroupPart, 'plan'>[], brief: Brief): Piece | undefined {
  const plans = parts.flatMap((p) => p.plan ?? [])
  const first = plans[0]
  if (!first) return undefined
  const ends = (p: Plan) => Math.max(0, ...p.run.events.map((e) => e.at + e.beats)) + p.run.restBeats
  const longest = plans.reduce((a, b) => (ends(b) > ends(a) ? b : a))
  const events = voiced(parts).map((v) => v.event)
  const last = events.at(-1)
  const run = { ...longest.run, events, keys: first.run.keys.map((k) => ({ ...k, first: 0 })), restBeats: Math.max(0, ends(longest) - (last ? last.at + last.sounds : 0)) }
  return pieceOf({ run, brief })
}

/** For each part the event that sounds now or sounded last, -1 before its first. */
export function currentOf(all: Voiced[], current: number, parts: number): number[] {
  const now = Array.from({ length: parts }, () => -1)
  for (const v of all.slice(0, current + 1)) now[v.part] = v.index
  return now
}
