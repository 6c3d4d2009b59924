import type { CallError } from '../api/client'
import { tell } from './notice'

/** Does things to what is kept and shows it as it is then; says what went wrong, and offers to undo a deletion. */
export function useShelf(load: () => Promise<unknown>) {
  async function act(work: () => Promise<unknown>) {
    try {
      await work()
      await load()
      return true
    } catch (cause) {
      const error = cause as CallError
      tell(error.status === 409 ? 'It was changed somewhere else in between; here it is as it is now.' : (error.fields?.[0]?.message ?? error.message))
      if (error.status === 409) await load()
      return false
    }
  }

  async function remove(name: string, work: () => Promise<unknown>, restore: () => Promise<unknown>) {
    if (await act(work)) tell(`“${name}” is deleted.`, { label: 'Undo', run: () => void act(restore) })
  }

  return { act, remove }
}
