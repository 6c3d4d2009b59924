import jsQR from 'jsqr'
import { expect, it } from 'vitest'
import { codePath } from './code'

/** The dots of a path as a picture. */
function pixels({ size, path }: { size: number; path: string }) {
  const scale = 5
  const edge = 4
  const side = (size + 2 * edge) * scale
  const data = new Uint8ClampedArray(side * side * 4).fill(255)
  for (const [, col, row] of path.matchAll(/M(\d+) (\d+)h1v1h-1z/g))
    for (let y = 0; y < scale; y++)
      for (let x = 0; x < scale; x++) {
        const at = 4 * (((Number(row) + edge) * scale + y) * side + (Number(col) + edge) * scale + x)
        data.fill(0, at, at + 3)
      }
  return { data, side }
}

it.each([
  'EL1 abc 1.0.12.c.hq2k1.40',
  `EL1 ${'p'.repeat(26)} ${Array.from({ length: 24 }, (_, i) => `${i + 1}.3.21.x.hq2k${i % 10}.95`).join(' ')}`,
  'http://192.0.2.7:8137/home/abcdefghijklmnopqrstuvwxyz',
])('is read by another reader: %#', (text) => {
  const { data, side } = pixels(codePath(text))
  expect(jsQR(data, side, side)?.data).toBe(text)
})
