import { taught } from './taught'
import { say } from '../words'
import { api, CallError, take, type Assignment, type Brief, type LadderRequest, type NextProposal, type Pupil, type StoredAssignment, type StoredPupil } from '../../api/client'
import { toQuery } from '../brief/query'
import { asQuery } from '../ladderAddress'
import { sendChange } from '../versions/meet'

const path = (id: string) => ({ params: { path: { id } } })

/** What can be done with pupils. */
export const pupils = {
  list: async (q = '', after?: string, limit = 100) => {
    const page = await take(api.GET('/api/v1/pupils', { params: { query: { q, limit, ...(after ? { after } : {}) } } }))
    if (!q && !after) taught.value = page.pupils.length > 0
    return page
  },
  aside: (after?: string) => take(api.GET('/api/v1/aside', { params: { query: { sort: 'pupils', ...(after ? { after } : {}) } } })),
  get: (id: string) => take(api.GET('/api/v1/pupils/{id}', path(id))),
  create: (pupil: Pupil) => take(api.POST('/api/v1/pupils', { body: { pupil } })),
  update: (of: StoredPupil, pupil: Pupil, took?: (stored: StoredPupil) => void) =>
    sendChange({
      what: 'pupil',
      version: of.version,
      mine: pupil,
      send: (version) => take(api.PUT('/api/v1/pupils/{id}', { ...path(of.id), body: { version, pupil } })),
      read: async () => {
        const stored = await pupils.get(of.id)
        return { version: stored.version, fields: stored.pupil, thing: stored }
      },
      took,
    }),
  setAside: (id: string) => take(api.DELETE('/api/v1/pupils/{id}', path(id))),
  restore: (id: string) => take(api.POST('/api/v1/pupils/{id}/restore', path(id))),
  erase: (id: string) => take(api.DELETE('/api/v1/aside/{sort}/{id}', { params: { path: { sort: 'pupils', id } } })),
  work: (id: string, signal?: AbortSignal) => take(api.GET('/api/v1/pupils/{id}/work', { ...path(id), ...(signal ? { signal } : {}) })),
  fit: (id: string, body: Brief) => take(api.POST('/api/v1/pupils/{id}/fit', { ...path(id), body })),
}

/** A brief to begin with on the bench: what is set, else the usual one, fitted to a pupil. */
export async function benchBrief(of: StoredPupil, set?: Brief): Promise<Brief> {
  const brief = await pupils.fit(of.id, set ?? { instrument: of.pupil.instrument, scale: { tonic: 'E', name: 'dorian' } })
  delete brief.round
  return brief
}

/** From today until the next lesson: what goes without saying is filled in by the server. */
const usual = { minutes: 0, from: '', until: '', words: '' }

/** What can be done with assignments. */
export const assignments = {
  create: (pupil: string, of: Partial<Assignment>, replaces?: string) =>
    take(api.POST('/api/v1/pupils/{id}/assignments', { ...path(pupil), body: { assignment: { ...usual, ...of }, ...(replaces ? { replaces } : {}) } })),
  update: (of: StoredAssignment, assignment: Assignment, closed: boolean) =>
    sendChange({
      what: 'assignment',
      version: of.version,
      mine: { ...assignment, closed },
      send: (version) => take(api.PUT('/api/v1/assignments/{id}', { ...path(of.id), body: { version, assignment, closed } })),
      read: async () => {
        const { assignments: all } = await take(api.GET('/api/v1/pupils/{id}/assignments', path(of.pupilId)))
        const stored = all.find((a) => a.id === of.id)
        if (!stored) throw new CallError(say.itWasWithdrawnSomewhereElse, [], 404)
        return { version: stored.version, fields: { ...stored.assignment, closed: !!stored.closedAt }, thing: stored }
      },
    }),
  setAside: (id: string) => take(api.DELETE('/api/v1/assignments/{id}', path(id))),
  restore: (id: string) => take(api.POST('/api/v1/assignments/{id}/restore', path(id))),
}

/** Rules that go beside what is set, and do not take its place. */
const beside = ['due', 'hole']

/** Sets what is proposed, in the place of what was set where it goes on from there; gives the way back. */
export async function setProposal(pupil: string, proposal: NextProposal, before: StoredAssignment | undefined) {
  const replaced = before && !beside.includes(proposal.kind) ? before : undefined
  const made = await assignments.create(pupil, { ladder: proposal.ladder }, replaced?.id)
  return async () => {
    await assignments.setAside(made.id)
    if (replaced) await assignments.update({ ...replaced, version: replaced.version + 1 }, replaced.assignment, false)
  }
}

/** Where an assignment is practised; the log then is the pupil's. */
export const practiseAddress = (a: StoredAssignment) => ({
  name: 'practise',
  query: { ...(a.assignment.ladder ? ladderQuery(a.assignment.ladder) : {}), pupil: a.pupilId, assignment: a.id },
})

/** Where what is proposed is tried before it is set. */
export const benchAddress = (ladder: LadderRequest) => ({ name: ladder.brief.round ? 'rounds' : 'bench', query: toQuery(ladder.brief) })

const ladderQuery = (l: LadderRequest) => ({ ...toQuery(l.brief), ...asQuery(l) })

const dayFormat = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' })

/** "Thu 8 Oct" of 2026-10-08. */
export const dayWords = (day: string) => (day ? dayFormat.format(new Date(`${day}T00:00:00Z`)) : '')

const longFormat = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long', timeZone: 'UTC' })

/** "Thursday 8 October" of 2026-10-08. */
export const longDay = (day: string) => longFormat.format(new Date(`${day}T00:00:00Z`)).replace(',', '')

const shortFormat = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', timeZone: 'UTC' })

/** "Thu 8" of 2026-10-08. */
export const shortDay = (day: string) => shortFormat.format(new Date(`${day}T00:00:00Z`))

/** The day that it is where the reader is: 2026-10-08. */
export function today(now = new Date()): string {
  return `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`
}

/** So many days later than 2026-10-08. */
export const addDays = (day: string, n: number) => new Date(Date.parse(`${day}T00:00:00Z`) + n * 86_400_000).toISOString().slice(0, 10)

export const weekdays = { mon: say.monday, tue: say.tuesday, wed: say.wednesday, thu: say.thursday, fri: say.friday, sat: say.saturday, sun: say.sunday } as const
