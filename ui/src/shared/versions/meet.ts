import { say } from '../words'
import { shallowRef } from 'vue'
import { CallError } from '../../api/client'

/** A field in which two versions differ, by its name; empty where one has none. */
export interface Difference {
  name: string
  mine: string
  stored: string
}

export type Choice = 'mine' | 'stored' | 'both'

/** A change that met another one: both are shown until one of them is chosen. */
export interface Meeting {
  /** What was changed, such as "pupil". */
  what: string
  differences: Difference[]
  /** Whether both can be kept, as two things. */
  both: boolean
  answer: (choice: Choice | undefined) => void
}

export const meeting = shallowRef<Meeting>()

/** A change of something that has versions. */
export interface Change<T> {
  what: string
  /** The version that it was made from. */
  version: number
  mine: object
  send: (version: number) => Promise<T>
  /** What is stored now. */
  read: () => Promise<{ version: number; fields: object; thing: T }>
  /** Keeps mine as a thing of its own. */
  anew?: () => Promise<T>
  /** Told where the stored one is taken in place of what was typed. */
  took?: ((thing: T) => void) | undefined
}

/** Sends a change. Where another one came first nothing is overwritten: both are shown, and what is chosen is done. */
export async function sendChange<T>(change: Change<T>): Promise<T> {
  let version = change.version
  for (;;) {
    try {
      return await change.send(version)
    } catch (cause) {
      if (!(cause instanceof CallError) || cause.status !== 409) throw cause
    }
    const stored = await change.read()
    const differences = differencesOf(change.mine, stored.fields)
    if (differences.length === 0) return stored.thing // the other one was the same, or this very one
    const choice = await new Promise<Choice | undefined>((answer) => {
      meeting.value?.answer(undefined)
      meeting.value = { what: change.what, differences, both: !!change.anew, answer }
    })
    meeting.value = undefined
    if (choice === 'mine') version = stored.version
    else if (choice === 'both' && change.anew) return change.anew()
    else if (choice === 'stored') {
      change.took?.(stored.thing)
      return stored.thing
    } else throw new CallError(say.someoneElseChangedThisNothingWas, [], 409)
  }
}

/** Where two things differ, field by field. What one has empty and the other has not at all is no difference. */
export function differencesOf(mine: object, stored: object): Difference[] {
  const [a, b] = [flat(mine), flat(stored)]
  return [...new Set([...Object.keys(a), ...Object.keys(b)])]
    .filter((key) => (a[key] ?? '') !== (b[key] ?? ''))
    .map((key) => ({ name: nameOf(key), mine: a[key] ?? '', stored: b[key] ?? '' }))
}

/** The fields of a thing with what they say, however deep they lie. */
function flat(of: unknown, path = ''): Record<string, string> {
  if (of === null || of === undefined || of === '' || of === false || of === 0) return {}
  if (typeof of !== 'object') return { [path]: of === true ? 'yes' : String(of as string | number) }
  if (Array.isArray(of) && of.every((v) => typeof v !== 'object')) return of.length ? { [path]: of.join(', ') } : {}
  return Object.assign({}, ...Object.entries(of).map(([key, v]) => flat(v, path ? `${path}.${key}` : key))) as Record<string, string>
}

/** "scale tonic" of "scale.tonic", "goal 3" of "goal.2". */
const nameOf = (path: string) =>
  path
    .split('.')
    .map((part) => (/^\d+$/.test(part) ? String(Number(part) + 1) : part.replace(/[A-Z]/g, (l) => ` ${l.toLowerCase()}`)))
    .join(' ')
