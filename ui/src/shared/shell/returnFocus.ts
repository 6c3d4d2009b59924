import { nextTick, watch, type Ref } from 'vue'

/** What had the focus before something opened has it again once that is closed. */
export function useReturnFocus(open: Ref<boolean>) {
  let before: HTMLElement | null = null
  watch(
    open,
    async (now) => {
      if (now) {
        before = document.activeElement instanceof HTMLElement ? document.activeElement : null
        return
      }
      await nextTick()
      if (before?.isConnected) before.focus({ preventScroll: true })
    },
    { flush: 'sync' },
  )
}
