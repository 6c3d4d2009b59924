import type { BoxNote, Plan } from '../../api/client'
import { pretty } from '../signs'

export const labelKinds = ['note', 'degree', 'finger', 'fret', 'step'] as const
export type LabelKind = (typeof labelKinds)[number]

export const labelNames: Record<LabelKind, string> = { note: 'notes', degree: 'degrees', finger: 'fingers', fret: 'frets', step: 'steps' }

/** A note of the scale as the brief asks to say it. */
export function noteLabel(scale: Plan['scale'], name: string): string {
  return scale.labels[scale.notes.indexOf(name)] ?? pretty(name)
}

/** What stands on a mark. */
export function labelOf(note: Pick<BoxNote, 'name' | 'degree' | 'finger' | 'fret' | 'step'>, kind: LabelKind, scale: Plan['scale']): string {
  switch (kind) {
    case 'note':
      return noteLabel(scale, note.name)
    case 'degree':
      return pretty(note.degree)
    case 'finger':
      return String(note.finger)
    case 'fret':
      return String(note.fret)
    case 'step':
      return note.step ? String(note.step) : ''
  }
}
