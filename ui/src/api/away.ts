import { ref } from 'vue'

/** Whether Even Ladder does not answer, so that what is shown is what this device kept. */
export const away = ref(false)

/** From one look whether it answers again to the next, in ms. */
const pause = 8000
let timer: ReturnType<typeof setInterval> | undefined

/** Notes where an answer came from: the worker marks those that it had kept, and says itself that it has none. */
export function cameFrom(response: Response) {
  set(response.headers.has('Kept-At') || response.status === 504)
}

function set(now: boolean) {
  away.value = now
  clearInterval(timer)
  timer = now ? setInterval(() => void look(), pause) : undefined
}

async function look() {
  try {
    if ((await fetch('/healthz', { cache: 'no-store' })).ok) set(false)
  } catch {
    // not yet
  }
}
