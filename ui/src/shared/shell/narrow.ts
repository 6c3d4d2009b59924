import { useMediaQuery, useWindowSize } from '@vueuse/core'
import { computed } from 'vue'

/** A phone, or a window zoomed in until it is as narrow. */
export const narrow = useMediaQuery('(max-width: 600px)')

/** A bar that has no room for the names of the screens side by side. */
export const compactBar = useMediaQuery('(max-width: 720px)')

const { height } = useWindowSize()
/** A window in which the neck, the boxes and the lanes only fit when they stand close. */
export const low = computed(() => height.value < 860)
