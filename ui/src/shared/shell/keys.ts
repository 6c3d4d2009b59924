import { say } from '../words'
import { useEventListener } from '@vueuse/core'
import { onScopeDispose, shallowReactive } from 'vue'
import { labelKinds } from '../neck/labels'
import { keptClick, keptLabel } from './kept'
import { stepSpeed } from '../sound/speeds'
import { tell } from './notice'

/** A key on the keyboard: what it does, in words for the list of keys, and the doing. */
export interface Key {
  key: string
  does: string
  run: () => void
}

/** The keys of what is on screen now, in the order in which they were declared. */
export const keysNow = shallowReactive(new Set<Key>())

/** Keys that several screens have. */
export const labelKey: Key = {
  key: 'l',
  does: say.labelsNotesDegreesFingersFretsSteps,
  run: () => (keptLabel.value = labelKinds[(labelKinds.indexOf(keptLabel.value) + 1) % labelKinds.length] ?? 'note'),
}
export const clickKey: Key = {
  key: 'm',
  does: say.clickOnOrOff,
  run: () => {
    keptClick.value = !keptClick.value
    tell(keptClick.value ? say.clickOn : say.clickOff)
  },
}

export const speedKeys: Key[] = [
  { key: '-', does: 'slower', run: () => stepSpeed(-1) },
  { key: '+', does: 'faster', run: () => stepSpeed(1) },
]

// Once something was pressed with a pointer, the space bar plays and does not press
// it again; whoever goes by Tab presses with it.
let byPointer = false
window.addEventListener('pointerdown', () => (byPointer = true), true)
window.addEventListener('keydown', (event) => event.key === 'Tab' && (byPointer = false), true)

/** Controls that keep their keys: what is typed into, and what lies over the page. */
const keepsKeys = 'input:not([type=checkbox], [type=radio]), textarea, select, [contenteditable], [role=dialog], .v-overlay'

/** Calls what a pressed key does, never while a text field or a dialog has the focus. */
export function useKeys(given: Key[]) {
  const keys = given.map((k) => ({ ...k })) // two screens may share a key while one goes and the other comes
  for (const k of keys) keysNow.add(k)
  onScopeDispose(() => {
    for (const k of keys) keysNow.delete(k)
  })
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    const on = event.target instanceof Element ? event.target : null
    if (event.ctrlKey || event.metaKey || event.altKey) return
    if (on?.closest(keepsKeys)) return
    if (event.key === ' ' && !byPointer && on?.closest('button, [role=button], summary, input')) return
    const found = keys.find((k) => k.key === event.key)
    if (!found) return
    event.preventDefault()
    found.run()
  })
  // A button is pressed when the space bar is let go.
  useEventListener(window, 'keyup', (event: KeyboardEvent) => {
    const on = event.target instanceof Element ? event.target : null
    if (event.key === ' ' && byPointer && keys.some((k) => k.key === ' ') && !on?.closest(keepsKeys)) event.preventDefault()
  })
}
