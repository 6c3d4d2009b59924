import type { Score } from '../../api/client'

/** Where things stand, in px: the notes of a staff stand over the columns of the lanes below it. */
export interface Columns {
  width: number
  x(column: number): number
}

/** The space that clef, signature and meter take before the first column. */
export const headOf = (score: Score) => 88 + 10 * Math.abs(score.bars[0]?.fifths ?? 0)
