import { say } from '../words'
import { inRoom, site } from '../shell/site'
import { tell } from '../shell/notice'
import type { Waiting } from '../../api/outbox'
import { CallError, type Problem } from '../../api/client'
import { sendChange } from './meet'

/** Says how a change went that a closed page had left waiting; where it met another one, both are shown. */
export async function adoptedAnswer(of: Waiting, response: Response) {
  if (response.ok) return tell(say.sentAfterWaiting(of.what))
  const problem = (await response.json().catch(() => ({ title: response.statusText }))) as Partial<Problem>
  if (response.status !== 409 || typeof of.body !== 'string') return tell(say.couldntSaveWhatWasWaiting(of.what, problem.detail ?? problem.title ?? ''))
  const { version, ...mine } = JSON.parse(of.body) as { version: number }
  const at = of.url.replace(location.origin + site.base, '')
  try {
    await sendChange({
      what: of.what.replace(/^a change of (a |the )?/, ''),
      version,
      mine,
      send: async (from) => {
        const answer = await fetch(inRoom(at), { method: of.method, headers: of.headers, body: JSON.stringify({ ...mine, version: from }) })
        if (!answer.ok) throw new CallError(answer.statusText, [], answer.status)
      },
      read: async () => {
        const stored = (await (await fetch(inRoom(at))).json()) as Record<string, unknown>
        const fields = Object.fromEntries(Object.keys(mine).map((key) => [key, stored[key]]))
        return { version: Number(stored.version), fields, thing: undefined }
      },
    })
  } catch {
    tell(say.someoneElseChangedThisSoThe)
  }
}
