import { say } from './words'
import { computed, ref } from 'vue'
import type { LogResult } from '../src/api/client'
import type { HomePage } from './main'
import { read, write } from './kept'

/** A try on this page. */
export interface Tried {
  n: number
  work: number
  rung: number
  result: LogResult
  /** Minutes since 1970. */
  minute: number
  seconds: number
}

/** Where a work stands: the rung that comes next, what the try before was, and why. */
export interface Stand {
  at: number
  before: string
  why: string
  reached: boolean
}

const letters: Record<LogResult, string> = { clean: 'c', nearly: 'n', 'not-yet': 'x' }
const dayMinutes = 24 * 60

const sumOf = 36 ** 3

/** Tries as a line of text, as the teacher's program reads them: at its end how many there are, with a sum over them. */
export function asText(page: string, tries: Tried[]): string {
  const words = tries.map((t) => `${t.n}.${t.work}.${t.rung}.${letters[t.result]}.${t.minute.toString(36)}.${t.seconds}`)
  const sum = [...words.join(' ')].reduce((sum, c) => (sum * 31 + c.charCodeAt(0)) % sumOf, 0)
  return ['EL1', page, ...words, `#${words.length}.${sum.toString(36).padStart(3, '0')}`].join(' ')
}

/** The climb of a work, try by try, by the table that the page carries. */
export function standOf(page: HomePage, work: number, tries: Tried[], minute: number): Stand {
  const climb = page.works[work]?.climb
  if (!climb) return { at: 0, before: 'other', why: '', reached: false }
  let stand: Stand = { at: climb.at, before: climb.before, why: climb.why, reached: false }
  let last: number | undefined
  for (const t of tries.filter((t) => t.work === work)) {
    const before = t.rung === stand.at || stand.before !== 'clean-here' ? stand.before : 'other'
    const follows = climb.follows[t.rung]
    const follow = follows?.[before]?.[t.result] ?? follows?.other?.[t.result]
    if (follow) stand = { at: follow.next, before: follow.then, why: follow.why, reached: follow.reached }
    last = t.minute
  }
  if (last !== undefined && minute - last >= climb.breakDays * dayMinutes && stand.at > 0) {
    const at = stand.at - 1
    return { at, before: 'other', why: say.noPracticeFor(Math.floor((minute - last) / dayMinutes), climb.rungs[at]?.name), reached: false }
  }
  return stand
}

/** The log of a page, kept on this device under the assignments of the page and no name. */
export function useLog(page: HomePage) {
  const key = `even-ladder.home.${page.id}`
  const tries = ref<Tried[]>(parse(read(key)))
  /** The last number that was given: one that was taken back may have been sent, and is not given again. */
  const countKey = `${key}.count`
  let count = Math.max(Number(read(countKey) ?? 0) || 0, ...tries.value.map((t) => t.n))
  const lasting = ref(true)

  function keep(list: Tried[]) {
    tries.value = list
    lasting.value = write(key, JSON.stringify(list))
  }

  /** Writes a try down. */
  function add(work: number, rung: number, result: LogResult, seconds: number) {
    count++
    write(countKey, String(count))
    keep([...tries.value, { n: count, work, rung, result, minute: Math.floor(Date.now() / 60_000), seconds }])
  }

  const undo = () => keep(tries.value.slice(0, -1))
  const text = computed(() => asText(page.id, tries.value))
  /** The tries in lines short enough for a code that a camera reads well. */
  const codes = computed(() => {
    const out: string[] = []
    for (let i = 0; i < tries.value.length; i += perCode) out.push(asText(page.id, tries.value.slice(i, i + perCode)))
    return out
  })
  return { tries, lasting, add, undo, text, codes }
}

const perCode = 24

function parse(text: string | null): Tried[] {
  try {
    const list = JSON.parse(text ?? '[]') as Tried[]
    return Array.isArray(list) ? list : []
  } catch {
    return []
  }
}
