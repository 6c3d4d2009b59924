import { useLocalStorage, type RemovableRef, type UseStorageOptions } from '@vueuse/core'

const said = document.querySelector<HTMLMetaElement>('meta[name=even-ladder]')
const or = (text: string | undefined) => (text && !text.startsWith('__') ? text : '')

/** Where this page stands: what its addresses begin with, its room where there are several, and whether it only reads. */
export const place = { base: or(said?.dataset.base), room: or(said?.dataset.room), stand: or(said?.content) === 'yes' }

/** An address of this room, for a link or a file. */
export const inRoom = (path: string) => place.base + path

/** What this browser keeps under a name, in this room alone. */
export function useKept(name: string, usual: string): RemovableRef<string>
export function useKept(name: string, usual: boolean): RemovableRef<boolean>
export function useKept(name: string, usual: number): RemovableRef<number>
export function useKept<T>(name: string, usual: T, options?: UseStorageOptions<T>): RemovableRef<T>
export function useKept<T extends string | number | boolean | object | null>(name: string, usual: T, options?: UseStorageOptions<T>): RemovableRef<T> {
  return useLocalStorage<T>(`even-ladder.${place.base ? place.base + '.' : ''}${name}`, usual, options)
}
