import { useLocalStorage, type RemovableRef, type UseStorageOptions } from '@vueuse/core'
import { ref, watch, type Ref } from 'vue'

const said = document.querySelector<HTMLMetaElement>('meta[name=even-ladder]')
const or = (text: string | undefined) => (text && !text.startsWith('__') ? text : '')

/** Where this page stands: what its addresses begin with, its room where there are several, and whether it only reads. */
export const site = { base: or(said?.dataset.base), room: or(said?.dataset.room), stand: or(said?.content) === 'yes' }

/** An address of this room, for a link or a file. */
export const inRoom = (path: string) => site.base + path

/**
 * What is typed and not kept yet, under a name: it outlives a reload, and this tab's own comes before another one's, so that two tabs do not type into one another.
 */
export function useDraft<T>(name: string, usual: T): Ref<T> {
  const key = keyOf(name)
  const stored = sessionStorage.getItem(key) ?? localStorage.getItem(key)
  const draft = ref(usual) as Ref<T>
  if (stored !== null) {
    try {
      draft.value = JSON.parse(stored) as T
    } catch {
      if (typeof usual === 'string') draft.value = stored as T // as older versions kept texts
    }
  }
  const keep = () => {
    const text = JSON.stringify(draft.value)
    sessionStorage.setItem(key, text)
    localStorage.setItem(key, text)
  }
  watch(draft, keep, { deep: true, flush: 'sync' })
  return draft
}

const keyOf = (name: string) => `even-ladder.${site.base ? site.base + '.' : ''}${name}`

/** What this browser keeps under a name, in this room alone. */
export function useKept(name: string, usual: string): RemovableRef<string>
export function useKept(name: string, usual: boolean): RemovableRef<boolean>
export function useKept(name: string, usual: number): RemovableRef<number>
export function useKept<T>(name: string, usual: T, options?: UseStorageOptions<T>): RemovableRef<T>
export function useKept<T extends string | number | boolean | object | null>(name: string, usual: T, options?: UseStorageOptions<T>): RemovableRef<T> {
  return useLocalStorage<T>(keyOf(name), usual, options)
}
