import { onScopeDispose, watch, type Ref } from 'vue'
import type { useMicrophone } from './useMicrophone'

/** A note that began so long ago is told from the ring of others, in ms. */
const told = 150
/** How often else it is looked while something sounds, in ms; what began longer ago than this many seconds was looked at. */
const every = 350
const soundsWithin = 0.8
/** So much is listened to again where nothing was found, in seconds: a note may have just begun. */
const again = 0.8
/** After a long silence only the last seconds. */
const most = 8
/** What sounds at the beginning of a stretch began before it, in seconds. */
const edge = 0.1

/** A stretch of a recording, in seconds: from where it is listened to, and from where on a note is new. */
export interface Stretch {
  start: number
  since: number
}

/** Looks at what a microphone hears as soon as a note can be told, and not at all at silence or steady noise. */
export function useLooks(mic: ReturnType<typeof useMicrophone>, on: Ref<boolean>, look: (stretch: Stretch) => Promise<boolean>, from: () => Stretch) {
  let looking = false
  let looked = 0
  /** To which second it was looked last, found or not. */
  let seen = 0

  async function next() {
    if (looking || !on.value || !mic.recording.value) return
    const now = mic.seconds()
    // On a slow machine a look may last longer than the note that began during it.
    if (!mic.sounds(Math.max(soundsWithin, now - seen))) return
    const wanted = from()
    const start = Math.max(wanted.start, Math.min(looked, now) - again, now - most, 0)
    if (now - start < told / 1000) return
    looking = true
    seen = now
    try {
      const found = await look({ start, since: Math.max(wanted.since - start, start > wanted.start ? edge : 0) })
      looked = found ? 0 : now
    } catch {
      // It is looked again; what else is wrong is said where it is judged.
    } finally {
      looking = false
    }
  }

  const timers = new Set<ReturnType<typeof setTimeout>>()
  watch(mic.risen, () => {
    const timer = setTimeout(() => {
      timers.delete(timer)
      void next()
    }, told)
    timers.add(timer)
  })
  let steady: ReturnType<typeof setInterval> | undefined
  watch(
    on,
    (now) => {
      clearInterval(steady)
      looked = seen = 0
      if (now) steady = setInterval(() => void next(), every)
    },
    { immediate: true },
  )
  onScopeDispose(() => {
    clearInterval(steady)
    for (const timer of timers) clearTimeout(timer)
  })
}
