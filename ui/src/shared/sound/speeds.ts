import { keptSpeed } from '../shell/kept'

/** Shares of the brief's tempo, from slow to fast. */
export const speeds = [0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1, 1.1, 1.25, 1.5]

/** Goes on to the next slower or faster share. */
export function stepSpeed(by: 1 | -1) {
  const next = by > 0 ? speeds.find((s) => s > keptSpeed.value) : speeds.findLast((s) => s < keptSpeed.value)
  keptSpeed.value = next ?? keptSpeed.value
}
