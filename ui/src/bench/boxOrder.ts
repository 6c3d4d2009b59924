import { say } from './words'
import type { Box } from '../api/client'

/** What the boxes can be put in order by; equal ones stay in the layout's own order. */
export const boxOrders = {
  layout: { name: say.position, by: () => 0 },
  neck: { name: say.fret, by: (b: Box) => b.lowFret },
  span: { name: 'span', by: (b: Box) => b.spanMm },
  reaches: { name: 'reaches', by: (b: Box) => b.reaches },
  shifts: { name: 'shifts', by: (b: Box) => b.shifts },
  notes: { name: say.mostNotes, by: (b: Box) => -b.notes.length },
} as const

export type BoxOrder = keyof typeof boxOrders

export function sorted(boxes: Box[], order: BoxOrder): { box: Box; index: number }[] {
  const by = boxOrders[order].by
  return boxes.map((box, index) => ({ box, index })).sort((a, b) => by(a.box) - by(b.box) || a.index - b.index)
}

/** The first of the boxes shown, where there is room for so many: as it was if the chosen one is in sight, else moved until it is. */
export function page(first: number, chosen: number, room: number, count: number): number {
  const latest = Math.max(count - room, 0)
  const at = Math.max(chosen, 0)
  if (at < first) return Math.min(at, latest)
  if (at >= first + room) return Math.min(at - room + 1, latest)
  return Math.min(first, latest)
}
