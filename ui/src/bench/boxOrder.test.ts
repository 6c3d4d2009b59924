import { describe, expect, it } from 'vitest'
import { pretty } from '../shared/signs'
import { sorted } from './boxOrder'
import type { Box } from '../api/client'

describe('signs that people read', () => {
  it('stand for the spelling of data', () => {
    expect(['Bb', 'F##', 'Ebb2', '#4', 'b3', 'C'].map(pretty)).toEqual(['B♭', 'F𝄪', 'E𝄫2', '♯4', '♭3', 'C'])
  })
})

describe('the strip of boxes', () => {
  const boxes = [90, 60, 60, 75].map((spanMm, i) => ({ spanMm, notes: Array(i), lowFret: 9 - i }) as unknown as Box)
  it('stands in the order that is asked for, equal boxes as the layout has them', () => {
    expect(sorted(boxes, 'span').map((b) => b.index)).toEqual([1, 2, 3, 0])
    expect(sorted(boxes, 'notes').map((b) => b.index)).toEqual([3, 2, 1, 0])
    expect(sorted(boxes, 'layout').map((b) => b.index)).toEqual([0, 1, 2, 3])
  })
})
