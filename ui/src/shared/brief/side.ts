import type { LocationQuery, LocationQueryRaw } from 'vue-router'
import type { Brief } from '../../api/client'
import { fromQuery, toQuery } from './query'

/** The address of briefs side by side: each as its own address behind one name. */
export function toSide([first, second, ...also]: Brief[]): LocationQueryRaw {
  return { ...(first ? { first: asText(first) } : {}), ...(second ? { second: asText(second) } : {}), ...(also.length ? { also: also.map(asText) } : {}) }
}

/** The briefs of such an address, as many as can be read. */
export function fromSide(query: LocationQuery): Brief[] {
  return [query.first, query.second, query.also].flat().flatMap((text) => {
    const brief = typeof text === 'string' ? fromQuery(Object.fromEntries(new URLSearchParams(text))) : undefined
    return brief ? [brief] : []
  })
}

const asText = (brief: Brief) => new URLSearchParams(toQuery(brief) as Record<string, string>).toString()
