import { shallowRef } from 'vue'

/** The button that plays, where there is one on screen. */
export const playButton = shallowRef<HTMLElement>()
