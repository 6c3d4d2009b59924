import bravura from '@fontsource/bravura/files/bravura-latin-400-normal.woff2?url'
import * as vf from 'vexflow/core'
import type { Score, ScoreBar, ScoreItem } from '../../api/client'
import type { Columns } from '../lanes/columns'

const durations = { whole: 'w', half: 'h', quarter: 'q', eighth: '8', '16th': '16', '32nd': '32' }
/** Figures that stand under a beam. */
const short = ['eighth', '16th', '32nd']
const gap = 10 // px between two lines
const stem = 42 // room for a stem or a tuplet's number

let font: Promise<unknown> | undefined

/** The music face comes with the first staff. */
export async function ready() {
  font ??= vf.Font.load('Bravura', bravura)
  try {
    await font
  } catch (cause) {
    font = undefined // to be tried again
    throw cause
  }
  vf.VexFlow.setFonts('Bravura', 'Atkinson Hyperlegible')
}

/** Lines and spaces of the written note above the bottom line of the staff. */
function height(score: Score, item: ScoreItem) {
  const bottom = score.clef.sign === 'F' ? 2 * 7 + 4 : 4 * 7 + 2 // G2, E4
  return item.octave * 7 + 'CDEFGAB'.indexOf(item.letter) - bottom
}

/** Draws the score on one line into an element. Notes carry the index of their event. */
export function engrave(host: HTMLElement, score: Score, columns: Columns) {
  host.replaceChildren()
  const heights = score.bars.flatMap((b) => b.items.filter((i) => i.event >= 0).map((i) => height(score, i)))
  const chords = score.bars.some((b) => b.items.some((i) => i.chord))
  const above = (Math.max(0, Math.max(...heights) - 8) * gap) / 2 + stem + (chords ? 14 : 0)
  const below = (Math.max(0, -Math.min(...heights)) * gap) / 2 + (3 * stem) / 4
  const renderer = new vf.Renderer(host as HTMLDivElement, vf.Renderer.Backends.SVG)
  renderer.resize(columns.width, above + 4 * gap + below)
  const context = renderer.getContext()
  context.setFillStyle('currentColor')
  context.setStrokeStyle('currentColor')

  const letters = getComputedStyle(host).fontFamily
  let column = 0
  const drawn: vf.StaveNote[] = []
  const items: ScoreItem[] = []
  for (const bar of score.bars) {
    const first = column === 0
    const left = first ? 0 : columns.x(column - 0.5)
    const right = columns.x(column + bar.items.length - 0.5)
    const stave = new vf.Stave(left, above - 4 * gap, right - left) // the library leaves four spaces above the top line
    stave.setBegBarType(vf.BarlineType.NONE).setEndBarType(vf.BarlineType.SINGLE)
    if (first) {
      stave.addClef(score.clef.sign === 'F' ? 'bass' : 'treble', 'default', score.clef.octaveChange < 0 ? '8vb' : undefined)
      stave.addKeySignature(keyName(bar.fifths)).addTimeSignature(`${score.beats}/${score.unit}`)
    }
    stave.setContext(context).draw()
    const notes = bar.items.map((item) => note(score, item))
    const groups = beats(bar, notes)
    const beams = groups.filter((g) => g.items.length > 1 && g.items.every(beamed)).map((g) => new vf.Beam(g.notes, true))
    const tuplets = groups
      .filter((g) => g.items[0] && g.items[0].figure.actual !== g.items[0].figure.normal)
      .map((g) => new vf.Tuplet(g.notes, { numNotes: g.items[0]?.figure.actual ?? 3, notesOccupied: g.items[0]?.figure.normal ?? 2, bracketed: !g.items.every(beamed) }))
    const voice = new vf.Voice({ numBeats: score.beats, beatValue: score.unit }).setMode(vf.VoiceMode.SOFT).addTickables(notes)
    new vf.Formatter().joinVoices([voice]).format([voice], right - left)
    notes.forEach((n, k) => {
      n.setStave(stave)
      const context = n.checkTickContext()
      context.setX(context.getX() + columns.x(column + k) - n.getGlyphWidth() / 2 - n.getAbsoluteX())
    })
    voice.draw(context, stave)
    for (const shape of [...beams, ...tuplets]) shape.setContext(context).draw()
    bar.items.forEach((item, k) => {
      if (item.event >= 0) notes[k]?.getSVGElement()?.setAttribute('data-staff', String(item.event))
      if (item.chord) {
        context.setFont(letters, 10, 'bold') // in points; drawing a note sets another
        context.fillText(item.chord.symbol, columns.x(column + k) - 6, 13)
      }
    })
    column += bar.items.length
    drawn.push(...notes)
    items.push(...bar.items)
  }
  items.forEach((item, k) => {
    const [from, to] = [drawn[k - 1], drawn[k]]
    if (item.tieFrom && from && to) new vf.StaveTie({ firstNote: from, lastNote: to, firstIndexes: [0], lastIndexes: [0] }).setContext(context).draw()
  })
  host.querySelector('svg')?.setAttribute('aria-hidden', 'true')
}

const beamed = (item: ScoreItem) => item.event >= 0 && item.ofBeat >= 0 && short.includes(item.figure.type)

/** The notes of a bar by their beats. */
function beats(bar: ScoreBar, notes: vf.StaveNote[]) {
  const out: { items: ScoreItem[]; notes: vf.StaveNote[] }[] = []
  bar.items.forEach((item, k) => {
    const drawn = notes[k]
    if (!drawn) return
    if (k === 0 || item.beat !== bar.items[k - 1]?.beat) out.push({ items: [], notes: [] })
    out[out.length - 1]?.items.push(item)
    out[out.length - 1]?.notes.push(drawn)
  })
  return out
}

function note(score: Score, item: ScoreItem) {
  const rest = item.event < 0
  const n = new vf.StaveNote({
    clef: score.clef.sign === 'F' ? 'bass' : 'treble',
    keys: [rest ? (score.clef.sign === 'F' ? 'd/3' : 'b/4') : `${item.letter.toLowerCase()}/${item.octave}`],
    duration: durations[item.figure.type] + (rest ? 'r' : ''),
    dots: item.figure.dots,
    autoStem: !rest,
  })
  if (item.figure.dots > 0) vf.Dot.buildAndAttach([n])
  if (item.sign) n.addModifier(new vf.Accidental(item.sign))
  if (item.accent) n.addModifier(new vf.Articulation('a>').setPosition(vf.ModifierPosition.ABOVE))
  return n
}

/** The major key that has a signature. */
function keyName(fifths: number) {
  return ['Cb', 'Gb', 'Db', 'Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#'][fifths + 7] ?? 'C'
}
