import { keptDrums, keptGroove, keptVamp } from '../shell/kept'
import type { Played } from './timeline'

/** Whether a reader wants to hear what a band plays. One bass plays: its groove only where no chords sound; drums with either. */
export const asked: Record<Played['of'], () => boolean> = {
  chords: () => keptVamp.value,
  groove: () => keptGroove.value && !keptVamp.value,
  drums: () => keptDrums.value && (keptVamp.value || keptGroove.value),
}
