import { say } from './words'
import { api, take, type Brief, type Kept } from '../api/client'
import { wordsOf } from './load'
import { tell } from './shell/notice'
import { sendChange } from './versions/meet'

export const shelfKinds = ['briefs', 'rounds', 'phrases', 'instruments', 'scales', 'ladders'] as const
export type ShelfKind = (typeof shelfKinds)[number]

/** Something to be kept: its title, its notes, and the one side that its kind has. */
export type Draft = Pick<Kept, 'title'> & Partial<Pick<Kept, 'notes' | 'brief' | 'instrument' | 'formula' | 'ladder' | 'phrase'>>

/** The sides of what is kept that a draft has too. */
const sidesOf = (kept: Kept, draft: Draft) => Object.fromEntries(Object.keys(draft).map((side) => [side, kept[side as keyof Draft]]))

/** The shelf that a brief is kept on. */
export const shelfOf = (brief: Brief): ShelfKind => (brief.round ? 'rounds' : 'briefs')

/** What can be done with the things of one kind. */
export function shelf(kind: ShelfKind) {
  const at = (id: string) => ({ params: { path: { kind, id } } })
  return {
    list: (q = '', after?: string) => take(api.GET('/api/v1/shelf/{kind}', { params: { path: { kind }, query: { q, ...(after ? { after } : {}) } } })),
    /** Rows of a screen, with their pictures: so many at a time. */
    rows: (q = '', after?: string) => take(api.GET('/api/v1/shelf/{kind}', { params: { path: { kind }, query: { q, limit: 20, outline: true, ...(after ? { after } : {}) } } })),
    /** Every one of them, page by page. */
    async all(): Promise<Kept[]> {
      const out: Kept[] = []
      for (let after: string | undefined; ;) {
        const page = await this.list('', after)
        out.push(...page.kept)
        after = page.next
        if (!after) return out
      }
    },
    get: (id: string) => take(api.GET('/api/v1/shelf/{kind}/{id}', at(id))),
    create: (body: Draft) => take(api.POST('/api/v1/shelf/{kind}', { params: { path: { kind } }, body })),
    update(id: string, version: number, body: Draft, took?: (stored: Kept) => void): Promise<Kept> {
      return sendChange({
        what: kind.slice(0, -1),
        version,
        mine: body,
        send: (from) => take(api.PUT('/api/v1/shelf/{kind}/{id}', { ...at(id), body: { ...body, version: from } })),
        read: async () => {
          const stored = await this.get(id)
          return { version: stored.version, fields: sidesOf(stored, body), thing: stored }
        },
        anew: () => this.create(body),
        took,
      })
    },
    setAside: (id: string) => take(api.DELETE('/api/v1/shelf/{kind}/{id}', at(id))),
    restore: (id: string) => take(api.POST('/api/v1/shelf/{kind}/{id}/restore', at(id))),
    duplicate: (id: string) => take(api.POST('/api/v1/shelf/{kind}/{id}/duplicate', at(id))),
  }
}

/** Does things to what is kept and shows it as it is then; says what went wrong, and offers to undo a deletion. */
export function useShelf(load: () => Promise<unknown>) {
  async function act(work: () => Promise<unknown>) {
    try {
      await work()
      await load()
      return true
    } catch (cause) {
      tell(wordsOf(cause))
      return false
    }
  }

  async function remove(kept: Kept) {
    const on = shelf(kept.kind as ShelfKind)
    if (await act(() => on.setAside(kept.id))) tell(say.isDeleted(kept.title), { label: say.undo, run: () => void act(() => on.restore(kept.id)) })
  }

  return { act, remove }
}
