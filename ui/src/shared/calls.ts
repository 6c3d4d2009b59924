import { api, take, type Brief, type CallAnswered, type CallKinds, type CallRequest } from '../api/client'

export type CallKind = CallKinds['kinds'][number]
export type Given = CallAnswered['given']

/** What is called, as the address has it; the brief apart. */
export interface Asked {
  kind: string
  level: number
  every: number
  minor: string
  progression: string
  /** Degrees of one's own that are called in their order, where they are the progression. */
  own: string
  /** Where the 1 is, which octave is right, and whether the 4 on the next string is. */
  anchor: string
  octave: string
  nextFour: string
  as: string
  /** What is heard is heard over this. */
  over: string
}

export const usualAsked: Asked = { kind: 'numbers', level: 0, every: 0, minor: '', progression: '', own: '', anchor: '', octave: '', nextFour: '', as: '', over: '' }

/** What is called of an address. */
export function askedOf(query: Record<string, unknown>): Asked {
  const text = (name: keyof Asked) => (typeof query[name] === 'string' ? query[name] : '')
  return {
    kind: text('kind') || usualAsked.kind,
    level: Number(text('level')) || 0,
    every: Number(text('every')) || 0,
    minor: text('minor'),
    progression: text('progression'),
    own: text('own'),
    anchor: text('anchor'),
    octave: text('octave'),
    nextFour: text('nextFour'),
    as: text('as'),
    over: text('over'),
  }
}

/** The address of what is called: what goes without saying is left out. */
export const asQuery = (a: Asked): Record<string, string> =>
  Object.fromEntries(Object.entries(a).flatMap(([name, value]) => (value && value !== usualAsked[name as keyof Asked] ? [[name, String(value)]] : [])))

/** A progression of one's own, in place of the id of a usual one. */
export const ownProgression = 'own'

/** The request of what is called after so many calls. An address may have what another kind is asked with: only what this one takes is asked. */
export function requestOf(brief: Brief, a: Asked, takes: readonly string[], after = 0): CallRequest {
  const own = a.progression === ownProgression ? a.own.split(/[\s,;]+/).filter(Boolean) : []
  const next = own[after % Math.max(own.length, 1)]
  const given = {
    ...(a.minor ? { minor: a.minor } : {}),
    ...(a.progression && a.progression !== ownProgression ? { progression: a.progression } : {}),
    ...(a.anchor ? { anchor: a.anchor } : {}),
    ...(a.octave ? { octave: a.octave } : {}),
    ...(a.nextFour ? { nextFour: true } : {}),
    ...(a.as ? { as: a.as } : {}),
    ...(a.over ? { over: a.over } : {}),
  }
  return {
    brief,
    kind: a.kind as CallRequest['kind'], // an address may say anything: the server knows the kinds
    ...(a.level ? { level: a.level } : {}),
    ...(a.every ? { every: a.every } : {}),
    ...Object.fromEntries(Object.entries(given).filter(([field]) => takes.includes(field))),
    ...(next && takes.includes('progression') ? { ask: [next] } : {}),
  }
}

/** What can be done with calls. */
export const calls = {
  kinds: () => take(api.GET('/api/v1/calls')),
  begin: (body: { pupil?: string; assignment?: string; calls: CallRequest }) => take(api.POST('/api/v1/sittings', { body })),
  next: (sitting: string, body: CallRequest) => take(api.POST('/api/v1/calls/next', { params: { query: { sitting } }, body })),
  mark: (sitting: string, ms: number, body: CallAnswered) =>
    take(api.POST('/api/v1/calls/mark', { params: { query: { ...(sitting ? { sitting } : {}), ms: Math.min(Math.round(ms), 600_000) } }, body })),
  report: (id: string) => take(api.GET('/api/v1/sittings/{id}', { params: { path: { id } } })),
  setAside: (id: string) => take(api.DELETE('/api/v1/sittings/{id}', { params: { path: { id } } })),
  restore: (id: string) => take(api.POST('/api/v1/sittings/{id}/restore', { params: { path: { id } } })),
  knowledge: (body: Brief, pupil: string, signal?: AbortSignal) =>
    take(api.POST('/api/v1/knowledge', { params: { query: pupil ? { pupil } : {} }, body, ...(signal ? { signal } : {}) })),
}
