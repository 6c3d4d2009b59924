import { palette } from '../src/shared/palette'

/** Names of colours in style sheets: onVerdigris is --on-verdigris. */
const cssName = (role: string) => `--${role.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)}`

/** Gives every role of the palette its colour, by lamp light or by day. */
export function paint(dark: boolean) {
  const root = document.documentElement
  root.classList.toggle('lamp', dark)
  for (const [role, colours] of Object.entries(palette)) root.style.setProperty(cssName(role), colours[dark ? 'lamp' : 'paper'])
}
