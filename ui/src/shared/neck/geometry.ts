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
const edge = 9
const ruler = 30

/** How a neck is drawn. */
export interface View {
  width: number
  spacing: 'even' | 'true'
  leftHanded: boolean
  /** Between strings. */
  gap: number
  /** First and last fret shown; from 0 or 1 on, the nut is. */
  low: number
  high: number
  /** The mark at its tallest and widest. */
  most: { w: number; h: number }
}

/** Lays a neck out; true spacing keeps the proportions of the scale length. */
export function geometry(neck: Plan['neck'], view: View): Geometry {
  const from = Math.max(view.low - 1, 0)
  const usable = view.width - gutter - edge
  const mm = (fret: number) => neck.frets[fret]?.mm ?? 0
  const mirror = (x: number) => (view.leftHanded ? view.width - x : x)
  const share = (fret: number) => (view.spacing === 'true' ? (mm(fret) - mm(from)) / (mm(view.high) - mm(from)) : (fret - from) / (view.high - from))
  const plainX = (fret: number) => gutter + usable * share(fret)
  const mark = { w: Math.min(view.gap * 0.55, view.most.w), h: Math.min(view.gap * 0.88, view.most.h) }
  const top = edge + mark.h / 2
  const bottom = top + view.gap * (neck.strings.length - 1)
  return {
    width: view.width,
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
    stringY: (string) => top + view.gap * (string - 1),
  }
}

/** An upright capsule around its middle, as a path. */
export function capsule(x: number, y: number, w: number, h: number): string {
  const r = w / 2
  const straight = h / 2 - r
  return `M${x - r} ${y - straight}a${r} ${r} 0 0 1 ${w} 0v${2 * straight}a${r} ${r} 0 0 1 ${-w} 0z`
}
