import type { Directive } from 'vue'

const steps: Record<string, (at: number, last: number) => number> = {
  ArrowRight: (at, last) => Math.min(at + 1, last),
  ArrowLeft: (at) => Math.max(at - 1, 0),
  Home: () => 0,
  End: (_at, last) => last,
}

const members = (frame: HTMLElement, selector: string) => [...frame.querySelectorAll<HTMLElement>(selector)]

/** One of the members is a stop of the Tab key: the one that had the focus last, else the current, else the first. */
function mark(frame: HTMLElement, selector: string) {
  const all = members(frame, selector)
  const stop = all.find((el) => el.matches(':focus')) ?? all.find((el) => el.matches('[aria-current], [aria-checked=true]')) ?? all.find((el) => el.tabIndex === 0) ?? all[0]
  for (const el of all) el.tabIndex = el === stop ? 0 : -1
}

/** v-roving="selector": a row of controls is one stop of the Tab key, and the arrow keys go along it. */
export const vRoving: Directive<HTMLElement, string> = {
  mounted(frame, { value: selector }) {
    mark(frame, selector)
    frame.addEventListener('focusin', (event) => {
      if ((event.target as Element).matches(selector)) for (const el of members(frame, selector)) el.tabIndex = el === event.target ? 0 : -1
    })
    frame.addEventListener('keydown', (event) => {
      const step = steps[event.key]
      if (!step || event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return
      const all = members(frame, selector)
      const at = all.indexOf(event.target as HTMLElement)
      if (at < 0) return
      event.preventDefault()
      event.stopPropagation()
      all[step(at, all.length - 1)]?.focus()
    })
  },
  updated: (frame, { value: selector }) => mark(frame, selector),
}
