import { describe, expect, it } from 'vitest'
import { pretty } from '../shared/signs'
import { page, sorted } from './boxOrder'
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

  it('keeps the chosen box in sight and moves no further than it has to', () => {
    expect(page(0, 3, 5, 20)).toBe(0)
    expect(page(0, 5, 5, 20)).toBe(1)
    expect(page(7, 4, 5, 20)).toBe(4)
    expect(page(7, 9, 5, 20)).toBe(7)
    expect(page(18, 19, 5, 20)).toBe(15)
    expect(page(3, 0, 9, 4)).toBe(0)
    expect(page(0, -1, 1, 4)).toBe(0)
  })
})
