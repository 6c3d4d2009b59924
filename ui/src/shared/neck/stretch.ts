import { say } from '../words'
import { computed } from 'vue'
import { keptStretch } from '../shell/kept'
import { narrow } from '../shell/narrow'

/** How much of the neck is drawn: on a phone the stretch of the box, until the whole of it is asked for. */
export const stretch = computed({
  get: () => keptStretch.value || (narrow.value ? 'box' : 'whole'),
  set: (to) => (keptStretch.value = to),
})

export const stretchNames = { whole: say.wholeNeck, box: say.thisBox }
