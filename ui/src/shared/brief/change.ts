import { api, take, type Brief } from '../../api/client'
import type { Changes } from './query'

/** The brief with a change and without what hangs on it, as the server's table has it. */
export async function changeOf(brief: Brief, change: Changes): Promise<Brief> {
  const made = await take(api.POST('/api/v1/brief/change', { body: { brief, change } }))
  return made.brief
}
