import type { LocationQuery, LocationQueryRaw } from 'vue-router'
import type { Brief } from '../api/client'

type Kind = 'text' | 'number' | 'flag' | 'texts' | 'numbers'

/** Every field of a brief with the kind of its value. */
const kinds: Record<string, Kind> = {
  'instrument.id': 'text',
  'instrument.tuning': 'texts',
  'instrument.frets': 'number',
  'instrument.scaleLengthMm': 'number',
  'instrument.leftHanded': 'flag',
  'instrument.courses': 'flag',
  'instrument.capo': 'number',
  'scale.tonic': 'text',
  'scale.name': 'text',
  'scale.formula': 'text',
  'layout.system': 'text',
  'layout.strings': 'numbers',
  'layout.fromDegree': 'number',
  'layout.octaves': 'number',
  'layout.lowFret': 'number',
  'layout.highFret': 'number',
  'layout.box': 'number',
  'hand.school': 'text',
  'hand.wide': 'text',
  'hand.open': 'text',
  'hand.prefer': 'text',
  'hand.four': 'text',
  'hand.limitsMm.comfortable': 'numbers',
  'hand.limitsMm.greatest': 'numbers',
  'run.pattern': 'text',
  'run.size': 'number',
  'run.direction': 'text',
  'run.order': 'numbers',
  'run.repeat': 'number',
  'run.cell': 'text',
  'run.repeatTop': 'flag',
  'run.finish': 'text',
  'run.chord': 'number',
  'run.chords': 'numbers',
  'run.landOn.string': 'number',
  'run.landOn.fret': 'number',
  'run.lean': 'number',
  'run.chain': 'flag',
  'run.fit': 'text',
  'rhythm.perBeat': 'number',
  'rhythm.tempoBpm': 'number',
  'rhythm.beatsPerBar': 'number',
  'rhythm.meter': 'text',
  'rhythm.pickUp': 'number',
  'rhythm.swing': 'flag',
  'rhythm.accentEvery': 'number',
  picking: 'text',
  names: 'text',
  'round.order': 'text',
  'round.through': 'text',
  'round.start': 'text',
  'round.keys': 'texts',
  'round.seed': 'number',
  'round.spelling': 'texts',
  'round.place': 'text',
  'round.link': 'text',
}

export type Value = string | number | boolean | string[] | number[]

const read: Record<Kind, (s: string) => Value> = {
  text: (s) => s,
  number: toNumber,
  flag: (s) => s === 'true',
  texts: (s) => s.split(','),
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

/** The brief with these paths changed; undefined takes a field out. */
export function changed(brief: Brief, changes: Record<string, Value | undefined>): Brief {
  const out = structuredClone(brief) as unknown as Record<string, unknown>
  for (const [path, value] of Object.entries(changes)) {
    const keys = path.split('.')
    const last = keys.pop() as string
    put(keys.reduce((o, key) => (o[key] ??= {}) as Record<string, unknown>, out), last, value)
  }
  return out as unknown as Brief
}

function put(o: Record<string, unknown>, key: string, value: Value | undefined) {
  if (value === undefined) delete o[key]
  else o[key] = value
}

/** The address of a brief: its fields by path. */
export function toQuery(brief: Brief): LocationQueryRaw {
  const out: Record<string, string> = {}
  for (const path of Object.keys(kinds)) {
    const value = at(brief, path)
    if (value !== undefined && (value !== false || path === 'instrument.courses')) out[path] = String(value)
  }
  return out
}

/** The brief of an address; undefined when the address says nothing. */
export function fromQuery(query: LocationQuery): Brief | undefined {
  const changes: Record<string, Value> = {}
  for (const [path, kind] of Object.entries(kinds)) {
    const given = query[path]
    const text = Array.isArray(given) ? given[0] : given
    if (typeof text === 'string') changes[path] = read[kind](text)
  }
  if (Object.keys(changes).length === 0) return undefined
  return changed({ instrument: {}, scale: {} } as unknown as Brief, changes)
}
