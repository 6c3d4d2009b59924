/** Answers that a device keeps, so that the last plans and the ladder are there without a connection: what is asked for, and nothing that is changed. */
const asks = [
  /^POST .*\/api\/v1\/(plan|plan\/why|plan\/onward|plan\/score|plan\/sights|plan\/grips|round|together|together\/keys|ladder|practise|brief\/(choices|points|change))$/,
  /^GET .*\/api\/v1\/(catalogue|formula|today|pupils|calls)$/,
  /^GET .*\/api\/v1\/(shelf|pupils)\/[^/]+(\/[^/]+)?$/,
]

export const isAsk = (method: string, path: string) => asks.some((at) => at.test(`${method} ${path}`))

/** What comes before the addresses of a room, of a stand. */
export const baseOf = (path: string) => /^(?:\/rooms\/[^/]+)?(?:\/stand\/[^/]+)?/.exec(path)?.[0] ?? ''

/** The name under which an answer is kept: the address, and what was asked by the body. */
export async function nameOf(url: string, body: string): Promise<string> {
  if (!body) return url
  const sum = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(body))
  return `${url}${url.includes('?') ? '&' : '?'}body=${[...new Uint8Array(sum)].map((b) => b.toString(16).padStart(2, '0')).join('')}`
}

/** What is said where a device has no answer of its own. */
export const missing = {
  status: 504,
  title: "Can't reach Even Ladder",
  detail: "This hasn't been opened on this device yet, so it needs a connection to Even Ladder. What you opened recently still works.",
  errors: [] as never[],
}

/** How many answers are kept; the oldest go. */
export const mostAnswers = 400
