import { api, take, type Brief, type Plan } from '../../api/client'
import type { Changes } from './query'

/** Answers made of a brief alone, by what was asked; the oldest go. */
const answers = new Map<string, Promise<unknown>>()
const most = 24

/** The answer that is there already, or is on its way, or a new one. What fails is asked again. */
function once<T>(asked: string, ask: () => Promise<T>): Promise<T> {
  const known = answers.get(asked) as Promise<T> | undefined
  const answer = known ?? ask()
  answers.delete(asked)
  answers.set(asked, answer)
  answer.catch(() => answers.delete(asked))
  for (const oldest of answers.keys()) {
    if (answers.size <= most) break
    answers.delete(oldest)
  }
  return answer
}

/** The brief with a change and without what hangs on it, as the server's table has it. */
export const changeOf = (brief: Brief, change: Changes): Promise<Brief> =>
  once(`change ${JSON.stringify([brief, change])}`, async () => (await take(api.POST('/api/v1/brief/change', { body: { brief, change } }))).brief)

export const planOf = (brief: Brief): Promise<Plan> => once(`plan ${JSON.stringify(brief)}`, () => take(api.POST('/api/v1/plan', { body: brief })))

/** Asks for what is likely to be pressed next, one after the other, when there is nothing else to do. */
export async function lookAhead(brief: Brief, changes: Changes[], wanted: () => boolean) {
  for (const change of changes) {
    await quiet()
    if (!wanted()) return
    await changeOf(brief, change)
      .then(planOf)
      .catch(() => undefined)
  }
}

const quiet = () => new Promise<unknown>((done) => ('requestIdleCallback' in window ? requestIdleCallback(done, { timeout: 500 }) : setTimeout(done, 50)))
