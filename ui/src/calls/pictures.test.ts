import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { pictures } from './pictures'

it('has a picture for each kind that the core knows', () => {
  const table = readFileSync('../core/lesson/call/kinds.go', 'utf8').split('var Kinds')[1]?.split('\n}')[0] ?? ''
  const ids = [...table.matchAll(/ID: "([a-z-]+)"/g)].map(([, id]) => id)
  expect(ids.length).toBeGreaterThan(10)
  expect(ids.filter((id) => !id || !pictures[id])).toEqual([])
})
