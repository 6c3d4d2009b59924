import type { LocationQuery, LocationQueryRaw } from 'vue-router'
import type { Brief } from '../../api/client'
import { fields } from '../../api/fields'

type Path = keyof typeof fields
type Kind = (typeof fields)[Path]

export type Value = string | number | boolean | string[] | number[] | object

/** Values for fields by path; null takes a field out. */
export type Changes = Record<string, Value | null | undefined>

const read: Record<Kind, (s: string) => Value> = {
  text: (s) => s,
  whole: toNumber,
  number: toNumber,
  flag: (s) => s === 'true',
  texts: (s) => s.split(','),
  mixed: (s) => s.split(',').map((w) => (/^\d+$/.test(w) ? Number(w) : w)) as string[],
  wholes: (s) => s.split(',').map(toNumber) as number[],
  numbers: (s) => s.split(',').map(toNumber) as number[],
}

/** What is no number goes to the server as it was given, so that the problem names it. */
function toNumber(s: string): Value {
  const n = Number(s)
  return s.trim() !== '' && Number.isFinite(n) ? n : s
}

/** The value at a path such as "scale.tonic". */
export function at(brief: Brief, path: string): Value | undefined {
  return path.split('.').reduce<unknown>((o, key) => (o as Record<string, unknown> | undefined)?.[key], brief) as Value | undefined
}

/** The brief with these paths changed and no others: for choices, which say all that goes with them. */
export function changed(brief: Brief, changes: Changes): Brief {
  const out = structuredClone(brief) as unknown as Record<string, unknown>
  for (const [path, value] of Object.entries(changes)) {
    const keys = path.split('.')
    const last = keys.pop() as string
    put(
      keys.reduce((o, key) => (o[key] ??= {}) as Record<string, unknown>, out),
      last,
      value,
    )
  }
  return out as unknown as Brief
}

function put(o: Record<string, unknown>, key: string, value: Value | null | undefined) {
  if (value === undefined || value === null) Reflect.deleteProperty(o, key)
  else o[key] = value
}

/** The address of a brief: its fields by path. */
export function toQuery(brief: Brief): LocationQueryRaw {
  const out: Record<string, string> = {}
  for (const path of Object.keys(fields)) {
    const value = at(brief, path)
    if (value !== undefined && (value !== false || path === 'instrument.courses')) out[path] = String(value)
  }
  return out
}

/** The brief of an address; undefined when the address says nothing. */
export function fromQuery(query: LocationQuery): Brief | undefined {
  const changes: Changes = {}
  for (const [path, kind] of Object.entries(fields)) {
    const given = query[path]
    const text = Array.isArray(given) ? given[0] : given
    if (typeof text === 'string') changes[path] = read[kind](text)
  }
  if (Object.keys(changes).length === 0) return undefined
  return changed({ instrument: {}, scale: {} } as unknown as Brief, changes)
}
