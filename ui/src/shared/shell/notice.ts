import { ref } from 'vue'

/** What the bar at the foot of the window says, with one thing to do about it. */
export interface Notice {
  text: string
  action?: { label: string; run: () => void }
}

export const notice = ref<Notice>()
export const noticeOpen = ref(false)

export function tell(text: string, action?: Notice['action']) {
  notice.value = action ? { text, action } : { text }
  noticeOpen.value = true
}
