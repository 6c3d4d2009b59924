import { onUnmounted, ref, watchEffect } from 'vue'
import { narrow } from './narrow'

/** What a bar takes at the foot of a phone's screen, in px: whatever else stands there stands above it. */
export const phoneBar = ref(0)

/** The screen has a bar at its foot on a phone. */
export function usePhoneBar() {
  watchEffect(() => (phoneBar.value = narrow.value ? 76 : 0))
  onUnmounted(() => (phoneBar.value = 0))
}
