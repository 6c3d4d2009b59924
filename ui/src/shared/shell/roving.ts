import type { Directive } from 'vue'

type Step = (at: number, last: number) => number
const on: Step = (at, last) => Math.min(at + 1, last)
const back: Step = (at) => Math.max(at - 1, 0)
const ends: Record<string, Step> = { Home: () => 0, End: (_at, last) => last }
const row: Record<string, Step> = { ArrowRight: on, ArrowLeft: back, ...ends }
const column: Record<string, Step> = { ArrowDown: on, ArrowUp: back, ...ends }

const members = (frame: HTMLElement, selector: string) => [...frame.querySelectorAll<HTMLElement>(selector)]

/** One of the members is a stop of the Tab key: the one that had the focus last, else the current, else the first. */
function mark(frame: HTMLElement, selector: string) {
  const all = members(frame, selector)
  const stop = all.find((el) => el.matches(':focus')) ?? all.find((el) => el.matches('[aria-current], [aria-checked=true]')) ?? all.find((el) => el.tabIndex === 0) ?? all[0]
  for (const el of all) el.tabIndex = el === stop ? 0 : -1
}

/** v-roving="selector": a row (or .column) of controls is one stop of the Tab key, and the arrow keys go along it. */
export const vRoving: Directive<HTMLElement, string, 'column'> = {
  mounted(frame, { value: selector, modifiers }) {
    const steps = modifiers.column ? column : row
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
