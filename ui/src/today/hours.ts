/** How long a lesson is taken to last, in minutes: after that its row makes room for the next. */
const lasts = 60

const minutesOf = (at: string) => {
  const [hours, minutes] = at.split(':').map(Number)
  return (hours ?? 0) * 60 + (minutes ?? 0)
}

/** Minutes until a lesson of today begins; below 0 once it has, undefined where it has no hour. */
export const until = (at: string | undefined, now: Date) => (at ? minutesOf(at) - now.getHours() * 60 - now.getMinutes() : undefined)

/** Whether a lesson of today is over. */
export const over = (at: string | undefined, now: Date) => (until(at, now) ?? 0) < -lasts
