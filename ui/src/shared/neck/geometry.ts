import type { Plan } from '../../api/client'

/** Where things stand on a drawn neck, in pixels. Strings lie across, string 1 on top. */
export interface Geometry {
  width: number
  height: number
  top: number
  bottom: number
  nut: number
  mark: { w: number; h: number }
  fretX(fret: number): number
  markX(fret: number): number
  stringY(string: number): number
}

const gutter = 46
const edge = 14
const ruler = 34

/** Lays a neck out; true spacing keeps the proportions of the scale length. */
export function geometry(neck: Plan['neck'], width: number, spacing: 'even' | 'true', leftHanded: boolean, gap: number): Geometry {
  const last = neck.frets.length - 1
  const usable = width - gutter - edge
  const whole = neck.frets[last]?.mm ?? 1
  const mirror = (x: number) => (leftHanded ? width - x : x)
  const share = (fret: number) => (spacing === 'true' ? (neck.frets[fret]?.mm ?? 0) / whole : fret / last)
  const plainX = (fret: number) => gutter + usable * share(fret)
  const mark = { w: Math.min(gap * 0.55, 18), h: Math.min(gap * 0.88, 29) }
  const top = edge + mark.h / 2
  const bottom = top + gap * (neck.strings.length - 1)
  return {
    width,
    height: bottom + mark.h / 2 + ruler,
    top,
    bottom,
    nut: mirror(gutter),
    mark,
    fretX: (fret) => mirror(plainX(fret)),
    markX: (fret) => {
      if (fret === 0) return mirror(gutter - mark.w * 0.75)
      const wire = plainX(fret)
      return mirror(wire - Math.min(mark.w * 0.62, (wire - plainX(fret - 1)) * 0.5))
    },
    stringY: (string) => top + gap * (string - 1),
  }
}

/** An upright capsule around its middle, as a path. */
export function capsule(x: number, y: number, w: number, h: number): string {
  const r = w / 2
  const straight = h / 2 - r
  return `M${x - r} ${y - straight}a${r} ${r} 0 0 1 ${w} 0v${2 * straight}a${r} ${r} 0 0 1 ${-w} 0z`
}
