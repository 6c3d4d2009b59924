import { say } from '../words'
import { registerSW } from 'virtual:pwa-register'
import { tell } from './notice'

/** Lets the application open without a connection, and says when a newer one is there: it is taken by a press, and what was typed stays. */
export function install() {
  const update = registerSW({
    onNeedRefresh: () => tell(say.aNewVersionIsReadyYour, { label: say.update, run: takeIt }),
  })
  function takeIt() {
    navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true })
    void update()
  }
}

/** Forgets what this device keeps of the application's answers, as when someone signs out. */
export async function forget() {
  const worker = navigator.serviceWorker?.controller
  if (!worker) return
  const { port1, port2 } = new MessageChannel()
  const done = new Promise((told) => (port1.onmessage = told))
  worker.postMessage({ type: 'FORGET' }, [port2])
  await Promise.race([done, new Promise((late) => setTimeout(late, 2000))])
}
