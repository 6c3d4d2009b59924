// Makes the accidentals ♭ ♯ ♮ 𝄪 𝄫, drawn here for each face and weight that they appear in (fonts/accidentals-*.otf), and
// fonts/signs.otf with the clefs, rests and accidentals of a staff, cut from Noto Music (SIL Open Font License).
// Run with: npm run signs
import { readFileSync, writeFileSync } from 'node:fs'
import opentype from 'opentype.js'

const em = 1000

/** Widths of strokes and the space around, in thousandths of an em. */
const cuts = {
  text: { stem: 70, upright: 64, bar: 82, before: 74, after: 60 },
  bold: { stem: 112, upright: 96, bar: 116, before: 92, after: 70 },
  heading: { stem: 103, upright: 92, bar: 108, before: 78, after: 64 },
}

/** A closed outline from corners [x, y] and curves [x1, y1, x2, y2, x, y]. */
function outline(path, points) {
  points.forEach((p, i) => (i === 0 ? path.moveTo(...p) : p.length === 2 ? path.lineTo(...p) : path.curveTo(...p)))
  path.close()
}

/** Top and right edge of a flat's bowl, and its tip. */
const flatTop = 440
const flatTip = -20

function flat(path, x, c) {
  const s = c.stem
  const w = 290 + 0.6 * s
  const top = flatTop - 0.8 * s
  outline(path, [
    [x, 720],
    [x + s, 720],
    [x + s, 392],
    [x + s + 40, 424, x + s + 80, flatTop, x + s + 122, flatTop],
    [x + w - 50, flatTop, x + w, 396, x + w, 314],
    [x + w, 176, x + w - 130, 92, x, flatTip],
  ])
  outline(path, [
    [x + s, 92 + 0.2 * s],
    [x + w - s - 48, 168, x + w - s, 236, x + w - s, 306],
    [x + w - s, top - 22, x + w - s - 24, top, x + s + 92, top],
    [x + s + 58, top, x + s + 26, top - 14, x + s, top - 44],
  ])
  return w
}

function upright(path, x, w, low, high) {
  outline(path, [
    [x, low],
    [x, high],
    [x + w, high],
    [x + w, low],
  ])
}

/** A bar that rises to the right. */
function slanted(path, x, w, y, thick, rise) {
  outline(path, [
    [x, y - thick / 2],
    [x, y + thick / 2],
    [x + w, y + thick / 2 + rise],
    [x + w, y - thick / 2 + rise],
  ])
}

function sharp(path, x, c) {
  const w = 430
  const rise = 56
  upright(path, x + w * 0.31 - c.upright / 2, c.upright, -75, 695)
  upright(path, x + w * 0.69 - c.upright / 2, c.upright, -35, 735)
  slanted(path, x, w, 190, c.bar, rise)
  slanted(path, x, w, 414, c.bar, rise)
  return w
}

function natural(path, x, c) {
  const w = 250 + c.upright
  upright(path, x, c.upright, 160, 720)
  upright(path, x + w - c.upright, c.upright, -75, 500)
  slanted(path, x, w, 190, c.bar, 48)
  slanted(path, x, w, 410, c.bar, 48)
  return w
}

function doubleSharp(path, x, c) {
  const [w, low, t] = [340, 160, c.upright * 0.75]
  outline(path, [
    [x, low + t],
    [x + w - t, low + w],
    [x + w, low + w - t],
    [x + t, low],
  ])
  outline(path, [
    [x + t, low + w],
    [x + w, low + t],
    [x + w - t, low],
    [x, low + w - t],
  ])
  const block = c.upright * 1.4
  for (const [bx, by] of [
    [0, 0],
    [w - block, 0],
    [0, w - block],
    [w - block, w - block],
  ])
    upright(path, x + bx, block, low + by, low + by + block)
  return w
}

function doubleFlat(path, x, c) {
  const first = flat(path, x, c)
  return first + 24 + flat(path, x + first + 24, c)
}

const drawn = { '♭': flat, '♯': sharp, '♮': natural, '𝄪': doubleSharp, '𝄫': doubleFlat }
const named = (sign) => `u${sign.codePointAt(0).toString(16).toUpperCase()}`
const notdef = (unitsPerEm) => new opentype.Glyph({ name: '.notdef', advanceWidth: unitsPerEm / 2, path: new opentype.Path() })

for (const [cut, c] of Object.entries(cuts)) {
  const glyphs = [notdef(em)]
  for (const [sign, draw] of Object.entries(drawn)) {
    const path = new opentype.Path()
    path.unitsPerEm = em
    const width = draw(path, c.before, c)
    glyphs.push(new opentype.Glyph({ name: named(sign), unicode: sign.codePointAt(0), advanceWidth: Math.round(c.before + width + c.after), path }))
  }
  const font = new opentype.Font({ familyName: `Even Ladder Accidentals ${cut}`, styleName: 'Regular', unitsPerEm: em, ascender: 950, descender: -250, glyphs })
  writeFileSync(`../fonts/accidentals-${cut}.otf`, Buffer.from(font.toArrayBuffer()))
}

const source = 'node_modules/@fontsource/noto-music/files/noto-music-music-400-normal.woff'
const noto = opentype.parse(readFileSync(source).buffer.slice(0))
const units = noto.unitsPerEm
const raised = { '♭': 0.1, '♮': 0.2, '♯': 0.2, '𝄪': 0.24, '𝄫': 0.1 } // in em, onto the line of text
const staff = [notdef(units)]
for (const [sign, raise] of Object.entries(raised)) {
  const glyph = noto.charToGlyph(sign)
  const { x1, x2 } = glyph.getBoundingBox()
  const path = new opentype.Path()
  path.unitsPerEm = units
  const shift = (c, x, y) => (c[x] === undefined ? {} : { [x]: c[x] - x1 + units * 0.03, [y]: c[y] + raise * units })
  for (const c of glyph.path.commands) {
    path.commands.push({ ...c, ...shift(c, 'x', 'y'), ...shift(c, 'x1', 'y1'), ...shift(c, 'x2', 'y2') })
  }
  staff.push(new opentype.Glyph({ name: named(sign), unicode: sign.codePointAt(0), advanceWidth: Math.round(x2 - x1 + units * 0.1), path }))
}
for (const sign of ['𝄞', '𝄢', '𝄽', '𝄾', '𝄿']) {
  const { advanceWidth, path } = noto.charToGlyph(sign)
  staff.push(new opentype.Glyph({ name: named(sign), unicode: sign.codePointAt(0), advanceWidth, path }))
}
const music = new opentype.Font({ familyName: 'Even Ladder Signs', styleName: 'Regular', unitsPerEm: units, ascender: noto.ascender, descender: noto.descender, glyphs: staff })
writeFileSync('../fonts/signs.otf', Buffer.from(music.toArrayBuffer()))
