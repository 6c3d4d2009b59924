import type { LocationQuery, LocationQueryRaw } from 'vue-router'
import type { LadderRequest, LadderStep } from '../api/client'

/** What an address says of a ladder beside its brief. */
export type Asked = Pick<LadderRequest, 'from' | 'goal' | 'way' | 'rungs' | 'parts' | 'stretch' | 'times' | 'point'>

/** "2@60" is eighths at 60. */
const asStep = (s: LadderStep) => `${s.perBeat}@${s.tempoBpm}`

function numbers(text: unknown, shape: RegExp): [number, number] | undefined {
  const found = typeof text === 'string' ? shape.exec(text) : null
  return found ? [Number(found[1]), Number(found[2])] : undefined
}

function stepOf(text: unknown): LadderStep | undefined {
  const pair = numbers(text, /^(\d+)@(\d+)$/)
  return pair && { perBeat: pair[0], tempoBpm: pair[1] }
}

/** Fields of an address that are no part of the brief: they stay when the brief changes. */
export function askedOf(query: LocationQuery): Asked {
  const out: Asked = {}
  const from = stepOf(query.from)
  const goal = stepOf(query.goal)
  const stretch = numbers(query.stretch, /^(\d+)-(\d+)$/)
  if (from) out.from = from
  if (goal) out.goal = goal
  if (typeof query.way === 'string') out.way = query.way
  if (typeof query.rungs === 'string' && query.rungs) out.rungs = query.rungs
  if (typeof query.parts === 'string' && query.parts) out.parts = query.parts.split(',')
  if (stretch) out.stretch = { from: stretch[0], to: stretch[1] }
  if (typeof query.times === 'string' && Number(query.times) > 1) out.times = Number(query.times)
  if (typeof query.point === 'string' && query.point) out.point = query.point
  return out
}

export function asQuery(a: Asked): LocationQueryRaw {
  return {
    ...(a.from && !a.rungs ? { from: asStep(a.from) } : {}),
    ...(a.goal && !a.rungs ? { goal: asStep(a.goal) } : {}),
    ...(a.way && !a.rungs ? { way: a.way } : {}),
    ...(a.rungs ? { rungs: a.rungs } : {}),
    ...(a.parts?.length ? { parts: a.parts.join(',') } : {}),
    ...(a.stretch ? { stretch: `${a.stretch.from}-${a.stretch.to}` } : {}),
    ...((a.times ?? 1) > 1 ? { times: String(a.times) } : {}),
    ...(a.point ? { point: a.point } : {}),
  }
}
