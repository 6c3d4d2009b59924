import { isAsk } from '../worker/answers'

/** What was asked before there was a worker to keep the answers; the oldest go. */
const early: Request[] = []
const most = 30

/** Notes a request that nothing keeps the answer of yet; once something does it is asked again. */
export function note(request: Request) {
  const workers = (navigator as Partial<Navigator>).serviceWorker
  if (!workers || workers.controller || !isAsk(request.method, new URL(request.url).pathname)) return
  if (early.length === 0) workers.addEventListener('controllerchange', askAgain, { once: true })
  early.push(request.clone())
  if (early.length > most) early.shift()
}

function askAgain() {
  // An answer that is not read holds its connection, of which a browser has few.
  for (const request of early.splice(0))
    void fetch(request)
      .then((answer) => answer.arrayBuffer())
      .catch(() => undefined)
}
