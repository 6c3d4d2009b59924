import type { LocationQuery, LocationQueryRaw } from 'vue-router'
import type { Brief } from '../../api/client'
import { fromQuery, toQuery } from './query'

/** The address of two briefs: each as its own address behind one name. */
export function toPair(first: Brief, second: Brief): LocationQueryRaw {
  return { first: asText(first), second: asText(second) }
}

export function fromPair(query: LocationQuery): { first?: Brief; second?: Brief } {
  const read = (key: string) => {
    const text = query[key]
    return typeof text === 'string' ? fromQuery(Object.fromEntries(new URLSearchParams(text))) : undefined
  }
  const first = read('first')
  const second = read('second')
  return { ...(first ? { first } : {}), ...(second ? { second } : {}) }
}

const asText = (brief: Brief) => new URLSearchParams(toQuery(brief) as Record<string, string>).toString()
