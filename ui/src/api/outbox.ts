import { say } from './words'
import { computed, shallowRef } from 'vue'
import { site } from '../shared/shell/site'

/** What a change is said to be while it waits, by its method and address. Other calls do not wait: they only ask, or are work that is pressed again. */
const changes: [RegExp, string][] = [
  [/^POST .*\/log$/, say.aTry],
  [/^POST .*\/log\/[^/]+\/take-back$/, say.aWithdrawnTry],
  [/^PUT .*\/log\/[^/]+\/take$/, say.aTake],
  [/^(POST|PUT|DELETE) .*\/pupils\/[^/]+\/assignments$/, say.anAssignment],
  [/^(POST|PUT|DELETE) .*\/assignments\//, say.aChangeToAnAssignment],
  [/^(POST|PUT|DELETE) .*\/pupils\/[^/]+\/weeks/, say.aPracticePlan],
  [/^POST .*\/pupils$/, say.aNewPupil],
  [/^(PUT|DELETE) .*\/pupils\//, say.aChangeToAPupil],
  [/^POST .*\/shelf\/[^/]+$/, say.aNewItemOnTheShelf],
  [/^(POST|PUT|DELETE) .*\/shelf\//, say.aChangeOnTheShelf],
  [/^POST .*\/sittings$/, 'answers'],
  [/^DELETE .*\/sittings\//, say.aDeletedSession],
  [/^POST .*\/homes\/results$/, say.resultsFromHome],
  [/^POST (?!.*\/keeping\/).*\/restore$/, say.aRestoredItem],
]

/** A change that had no answer yet. */
export interface Waiting {
  id: string
  what: string
  method: string
  url: string
  headers: [string, string][]
  /** Text outlives this page; a sound waits for as long as the page is open. */
  body: string | Blob | null
  /** Whose page it is; another one takes it over once that is closed. */
  page: string
  at: number
}

interface Mine extends Waiting {
  answered: (response: Response) => void
  left: () => void
}

/** Answers that are none of the change's own: nobody is there, nobody is signed in, or nothing can be kept just now. */
const later = [401, 502, 503, 504, 507]
/** From one try to the next in ms, longer each time. */
const pauses = [1000, 2000, 4000, 8000, 15_000, 30_000]

const prefix = `even-ladder.${site.base}.waits.`
const page = crypto.randomUUID()
const mine: Mine[] = []
const listed = shallowRef<Mine[]>([])
const why = shallowRef<'away' | 'signed out' | 'not kept'>('away')
const trouble = shallowRef('')
let timer: ReturnType<typeof setTimeout> | undefined
let tried = 0
let sending = false

/** What waits to be sent, and why. */
export const outbox = { waiting: computed(() => listed.value.map((m) => m.what)), why, trouble }

/** What a request is said to be while it waits; undefined for one that does not. */
export const changeOf = (method: string, url: string) => changes.find(([at]) => at.test(`${method} ${new URL(url, location.href).pathname}`))?.[1]

/** Whether an answer says that the change is to be sent again. */
export const mustWait = (response: Response) => later.includes(response.status)

/** Lets a change wait until it is sent: its answer then, or undefined where it is left. It is kept over a reload. */
export function wait(waiting: Omit<Waiting, 'page'>, first?: Response): Promise<Response | undefined> {
  return new Promise((done) => {
    const entry: Mine = { ...waiting, page, answered: done, left: () => done(undefined) }
    mine.push(entry)
    keep(entry)
    if (first) said(first)
    show()
    plan()
  })
}

function keep({ id, what, method, url, headers, body, at }: Mine) {
  if (body instanceof Blob) return
  try {
    localStorage.setItem(prefix + id, JSON.stringify({ id, what, method, url, headers, body, page, at }))
  } catch {
    // The browser's store is full: it waits for as long as the page is open.
  }
}

function show() {
  listed.value = [...mine]
}

function said(response?: Response) {
  why.value = response?.status === 401 ? 'signed out' : response?.status === 507 ? 'not kept' : 'away'
  trouble.value = ''
  if (response?.status === 507)
    void response
      .clone()
      .json()
      .then((p: { detail?: string }) => (trouble.value = p.detail ?? ''))
}

function plan() {
  clearTimeout(timer)
  timer = mine.length ? setTimeout(() => void send(), pauses[Math.min(tried++, pauses.length - 1)]) : undefined
}

/** How long a change has waited: the server knows then when it was, whatever clock this device has. */
const ageOf = (of: Waiting) => ({ 'Waited-Seconds': String(Math.max(Math.round((Date.now() - of.at) / 1000), 0)) })

/** Sends what waits, in the order in which it came. */
export async function send() {
  if (sending) return
  sending = true
  try {
    for (let first = mine[0]; first; first = mine[0]) {
      let response: Response | undefined
      try {
        response = await fetch(new Request(first.url, { method: first.method, headers: { ...Object.fromEntries(first.headers), ...ageOf(first) }, body: first.body }))
      } catch {
        said()
        return
      }
      if (mustWait(response)) {
        said(response)
        return
      }
      drop(first)
      first.answered(response)
      tried = 0
    }
  } finally {
    sending = false
    show()
    plan()
  }
}

function drop(entry: Mine) {
  localStorage.removeItem(prefix + entry.id)
  const i = mine.indexOf(entry)
  if (i >= 0) mine.splice(i, 1)
}

/** Leaves what waits: it is not sent. Gives the way back. */
export function leave(): () => void {
  const all = [...mine]
  for (const entry of all) {
    drop(entry)
    entry.left()
  }
  show()
  plan()
  return () => adopt(all.map((m) => ({ ...m })))
}

const nothing = () => undefined
let told: (of: Waiting, response: Response) => void = nothing
/** What is done with answers to changes whose page is closed. */
export const onAdopted = (run: (of: Waiting, response: Response) => void) => (told = run)

function adopt(some: Waiting[]) {
  for (const of of some) {
    if (mine.some((m) => m.id === of.id)) continue
    const entry: Mine = { ...of, page, answered: (r) => told(of, r), left: nothing }
    mine.push(entry)
    keep(entry)
  }
  show()
  tried = 0
  plan()
}

/** Takes over what pages left behind that are closed. An open page holds a lock of its name. */
export async function adoptLeft() {
  const left = Object.keys(localStorage)
    .filter((key) => key.startsWith(prefix))
    .map((key) => JSON.parse(localStorage.getItem(key) ?? 'null') as Waiting | null)
    .filter((w): w is Waiting => !!w && w.page !== page)
    .sort((a, b) => a.at - b.at)
  if (left.length === 0) return
  await locks().request(prefix + 'adopt', async () => {
    const { held = [] } = await locks().query()
    const open = new Set(held.map((l) => l.name))
    adopt(left.filter((w) => !open.has(prefix + w.page) && localStorage.getItem(prefix + w.id)))
  })
}

/** Locks, which browsers have on this machine and over TLS; where they have none there is one page. */
const locks = () =>
  (navigator as Partial<Navigator>).locks ?? { request: (_name: string, run: () => Promise<unknown>) => run(), query: () => Promise.resolve<LockManagerSnapshot>({}) }

/** Begins to look after what waits, for as long as the page is open. */
export function begin() {
  void locks().request(prefix + page, () => new Promise(() => undefined))
  void adoptLeft()
  for (const event of ['online', 'focus'])
    window.addEventListener(event, () => {
      void adoptLeft()
      void send()
    })
}
