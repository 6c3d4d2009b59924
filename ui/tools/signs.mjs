// Makes fonts/signs.otf from Noto Music (SIL Open Font License): accidentals,
// raised to stand on the line of text beside a letter and closed up to it, and the
// clefs and rests of a staff, as they are.
// Run with: npm run signs
import { readFileSync, writeFileSync } from 'node:fs'
import opentype from 'opentype.js'

const source = 'node_modules/@fontsource/noto-music/files/noto-music-music-400-normal.woff'
const font = opentype.parse(readFileSync(source).buffer.slice(0))
const em = font.unitsPerEm
const signs = { '♭': 0.1, '♮': 0.2, '♯': 0.2, '𝄪': 0.24, '𝄫': 0.1 } // raised by, in em
const notation = ['𝄞', '𝄢', '𝄽', '𝄾', '𝄿']
const glyphs = [new opentype.Glyph({ name: '.notdef', advanceWidth: em / 2, path: new opentype.Path() })]
for (const [sign, raise] of Object.entries(signs)) {
  const glyph = font.charToGlyph(sign)
  const { x1, x2 } = glyph.getBoundingBox()
  const path = new opentype.Path()
  path.unitsPerEm = em
  const shift = (c, x, y) => (c[x] === undefined ? {} : { [x]: c[x] - x1 + em * 0.03, [y]: c[y] + raise * em })
  for (const c of glyph.path.commands) {
    path.commands.push({ ...c, ...shift(c, 'x', 'y'), ...shift(c, 'x1', 'y1'), ...shift(c, 'x2', 'y2') })
  }
  glyphs.push(
    new opentype.Glyph({ name: `uni${sign.codePointAt(0).toString(16).toUpperCase()}`, unicode: sign.codePointAt(0), advanceWidth: Math.round(x2 - x1 + em * 0.1), path }),
  )
}
for (const sign of notation) {
  const { advanceWidth, path } = font.charToGlyph(sign)
  glyphs.push(new opentype.Glyph({ name: `u${sign.codePointAt(0).toString(16).toUpperCase()}`, unicode: sign.codePointAt(0), advanceWidth, path }))
}
const made = new opentype.Font({ familyName: 'Even Ladder Signs', styleName: 'Regular', unitsPerEm: em, ascender: font.ascender, descender: font.descender, glyphs })
writeFileSync('../fonts/signs.otf', Buffer.from(made.toArrayBuffer()))
