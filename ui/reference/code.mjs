// Reads a QR code with the npm library jsqr: on standard input the dots to a side and the
// dark ones as "M column row…" of a drawing, as JSON; prints the text.
import { readFileSync } from 'node:fs'
import jsQR from 'jsqr'

const { size, path } = JSON.parse(readFileSync(0, 'utf8'))
const scale = 6
const edge = 4
const side = (size + 2 * edge) * scale
const pixels = new Uint8ClampedArray(side * side * 4).fill(255)
for (const [, col, row] of path.matchAll(/M(\d+) (\d+)/g)) {
  for (let y = 0; y < scale; y++) {
    for (let x = 0; x < scale; x++) {
      const at = 4 * (((Number(row) + edge) * scale + y) * side + (Number(col) + edge) * scale + x)
      pixels.fill(0, at, at + 3)
    }
  }
}
process.stdout.write(jsQR(pixels, side, side)?.data ?? '')
