import { api, take, type Brief, type StoredAssignment, type WorksheetRequest } from '../api/client'
import { toQuery } from './brief/query'

/** What is written out, as the address has it; the brief apart, of which the instrument, the hand and the naming count. */
export interface Asked {
  kind: string
  scale: string
  keys: string
  order: string
  days: number
  perDay: number
  seed: number
  large: boolean
}

export const usualAsked: Asked = { kind: 'spell', scale: 'major', keys: '', order: 'as-given', days: 1, perDay: 1, seed: 0, large: false }

/** What is written out of an address. */
export function askedOf(query: Record<string, unknown>): Asked {
  const text = (name: keyof Asked) => (typeof query[`sheet.${name}`] === 'string' ? String(query[`sheet.${name}`]) : String(usualAsked[name]))
  return {
    kind: text('kind'),
    scale: text('scale'),
    keys: text('keys'),
    order: text('order'),
    days: Number(text('days')) || 1,
    perDay: Number(text('perDay')) || 1,
    seed: Number(text('seed')) || 0,
    large: text('large') === 'true',
  }
}

/** The address of what is written out: what goes without saying is left out. */
export const asQuery = (a: Asked): Record<string, string> =>
  Object.fromEntries(Object.entries(a).flatMap(([name, value]) => (value !== usualAsked[name as keyof Asked] ? [[`sheet.${name}`, String(value)]] : [])))

/** The request of what is written out. What is typed as keys goes to the server as it is: it says what is no key. */
export function requestOf(brief: Brief, a: Asked): WorksheetRequest {
  const keys = a.keys.split(/[\s,;]+/).filter(Boolean)
  return {
    kind: a.kind as WorksheetRequest['kind'], // an address may say anything: the server knows the kinds
    scale: a.scale,
    ...(keys.length ? { keys } : {}),
    order: a.order,
    days: a.days,
    perDay: a.perDay,
    seed: a.seed,
    ...(a.large ? { large: true } : {}),
    brief,
  }
}

/** The address of sheets that were set. */
export const sheetsAddress = (of: WorksheetRequest): Asked => ({
  kind: of.kind,
  scale: of.scale ?? usualAsked.scale,
  keys: (of.keys ?? []).join(' '),
  order: of.order ?? usualAsked.order,
  days: of.days ?? 1,
  perDay: of.perDay ?? 1,
  seed: of.seed ?? 0,
  large: of.large ?? false,
})

/** Where the worksheets of an assignment are printed, filled in and handed in; nowhere where they are in words alone. */
export function sheetsOf(a: StoredAssignment) {
  const of = a.assignment.sheets?.worksheet
  if (!of) return undefined
  return { name: 'sheets', query: { ...(of.brief ? toQuery(of.brief) : {}), ...asQuery(sheetsAddress(of)), pupil: a.pupilId, assignment: a.id } }
}

/** What can be done with worksheets. */
export const sheets = {
  make: (body: WorksheetRequest, signal: AbortSignal) => take(api.POST('/api/v1/worksheet', { body, signal })),
  judge: (body: WorksheetRequest & { sheet: number; item: number; given: string[]; count?: string; step?: string; distances?: string[] }, signal: AbortSignal) =>
    take(api.POST('/api/v1/worksheet/judge', { body, signal })),
  handIn: (body: { pupil?: string; assignment?: string; worksheet: WorksheetRequest; sheet: number; items: boolean[] }) => take(api.POST('/api/v1/sittings', { body })),
}
