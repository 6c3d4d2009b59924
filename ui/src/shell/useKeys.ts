import { useEventListener } from '@vueuse/core'

/** Calls the action of a pressed key, never while a text field or a dialog has the focus. */
export function useKeys(actions: Record<string, () => void>) {
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    const on = event.target instanceof Element ? event.target : null
    if (event.ctrlKey || event.metaKey || event.altKey) return
    if (on?.closest('input, textarea, select, [contenteditable], [role=dialog], .v-overlay')) return
    if (event.key === ' ' && on?.closest('button, a, [role=button]')) return
    const action = actions[event.key]
    if (!action) return
    event.preventDefault()
    action()
  })
}
