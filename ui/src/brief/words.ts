import type { Brief, Catalogue, OwnInstrument, OwnScale, Plan } from '../api/client'
import { at } from './query'
import { pretty } from '../signs'
import type { Changes } from './useWork'

/** What a picker may know. */
export interface Setting {
  catalogue: Catalogue
  own: OwnInstrument[]
  ownScales: OwnScale[]
  brief: Brief
  plan: Plan | undefined
}

export interface Choice {
  label: string
  note?: string
  changes: Changes
}

/** One word of the sentence: what may stand in its place. */
export interface Word {
  title: string
  choices(s: Setting): Choice[]
  /** What a text that is in no list means. */
  typed?(text: string): Changes
  hint?: string
  /** Whether the setting changes anything here; always, where this is not given. */
  matters?(s: Setting): boolean
}

interface Entry {
  id: string
  name: string
  why?: string
}

const noBox: Changes = { 'layout.box': undefined, 'run.landOn': undefined }
const ownFigure: Changes = { 'run.size': undefined, 'run.order': undefined, 'run.cell': undefined, 'run.chords': undefined, 'run.repeat': undefined }
const noLanding: Changes = { 'run.landOn': undefined }
const noDegree: Changes = { 'layout.fromDegree': undefined }
const noPlace: Changes = { ...noBox, 'layout.strings': undefined, 'layout.lowFret': undefined, 'layout.highFret': undefined }
const ownMeasures: Changes = { ...noPlace, 'instrument.tuning': undefined, 'instrument.frets': undefined, 'instrument.scaleLengthMm': undefined, 'instrument.courses': undefined, 'instrument.capo': undefined, 'hand.school': undefined }

function listed(field: string, entries: Entry[], also: Changes = {}): Choice[] {
  return entries.map((e) => ({ label: e.name, ...(e.why ? { note: e.why } : {}), changes: { ...also, [field]: e.id } }))
}

const splitWords = (text: string) => text.split(/[\s,]+/).filter(Boolean)
const numbersIn = (text: string) => (text.match(/\d+/g) ?? []).map(Number)
const orText = (text: string) => (text.trim() !== '' && Number.isFinite(Number(text)) ? Number(text) : text)

const tempos = [40, 50, 60, 66, 72, 80, 92, 104, 120, 144]

export const words: Record<string, Word> = {
  'instrument.id': {
    title: 'Instrument',
    choices: ({ catalogue, own }) => [
      ...own.map((o) => ({
        label: o.name,
        note: 'kept instrument',
        changes: {
          ...ownMeasures,
          'instrument.id': o.instrument.id,
          'instrument.tuning': o.instrument.tuning,
          'instrument.frets': o.instrument.frets,
          'instrument.scaleLengthMm': o.instrument.scaleLengthMm,
          'instrument.courses': o.instrument.courses,
          'instrument.leftHanded': o.instrument.leftHanded,
        },
      })),
      ...catalogue.instruments.map((i) => ({ label: i.name, note: `${pretty(i.tuning.join(' '))} · ${i.scaleLengthMm} mm`, changes: { ...ownMeasures, 'instrument.id': i.id } })),
    ],
  },
  'instrument.tuning': {
    title: 'Tuning',
    hint: 'or type the strings, string 1 last: D A D G A D',
    choices: ({ catalogue, brief, own }) => [
      ...catalogue.tunings
        .filter((t) => t.instrument === brief.instrument.id)
        .map((t) => ({ label: t.name, note: pretty(t.tuning.join(' ')), changes: { ...noPlace, 'instrument.tuning': t.tuning } })),
      ...own
        .filter((o) => o.instrument.id === brief.instrument.id && o.instrument.tuning)
        .map((o) => ({ label: o.name, note: pretty((o.instrument.tuning ?? []).join(' ')), changes: { ...noPlace, 'instrument.tuning': o.instrument.tuning } })),
    ],
    typed: (text) => ({ ...noPlace, 'instrument.tuning': splitWords(text) }),
  },
  'instrument.frets': {
    title: 'Number of frets',
    hint: 'type a number',
    choices: () => [12, 15, 17, 19, 20, 21, 22, 24].map((n) => ({ label: `${n} frets`, changes: { ...noPlace, 'instrument.frets': n } })),
    typed: (text) => ({ ...noPlace, 'instrument.frets': orText(text) }),
  },
  'instrument.scaleLengthMm': {
    title: 'Scale length',
    hint: 'type millimetres',
    choices: ({ catalogue }) =>
      [...new Set(catalogue.instruments.map((i) => i.scaleLengthMm))]
        .sort((a, b) => a - b)
        .map((mm) => ({ label: `${mm} mm`, changes: { 'instrument.scaleLengthMm': mm } })),
    typed: (text) => ({ 'instrument.scaleLengthMm': orText(text) }),
  },
  'instrument.leftHanded': {
    title: 'Which hand',
    choices: () => [
      { label: 'right-handed', changes: { 'instrument.leftHanded': undefined } },
      { label: 'left-handed', note: 'mirrors every drawing', changes: { 'instrument.leftHanded': true } },
    ],
  },
  'instrument.courses': {
    title: 'Strings in pairs',
    choices: () => [
      { label: 'single strings', changes: { 'instrument.courses': false } },
      { label: 'courses: strings in pairs', changes: { 'instrument.courses': true } },
    ],
  },
  'instrument.capo': {
    title: 'Capo',
    hint: 'or type a fret',
    choices: () => [
      { label: 'no capo', changes: { ...noPlace, 'instrument.capo': undefined } },
      ...[1, 2, 3, 4, 5, 6, 7].map((n) => ({ label: `at fret ${n}`, changes: { ...noPlace, 'instrument.capo': n } })),
    ],
    typed: (text) => ({ ...noPlace, 'instrument.capo': orText(text) }),
  },
  'scale.tonic': {
    title: 'Key',
    hint: 'type a letter with # or b',
    choices: ({ catalogue }) => listed('scale.tonic', catalogue.tonics),
    typed: (text) => ({ 'scale.tonic': text }),
  },
  'scale.name': {
    title: 'Scale',
    hint: 'or type degrees: 1 b2 4 5 b7',
    choices: ({ catalogue, ownScales }) => [
      ...ownScales.map((s) => ({ label: s.name, note: `own · ${pretty(s.formula)}`, changes: { ...noBox, ...noDegree, 'scale.name': undefined, 'scale.formula': s.formula } })),
      ...catalogue.scales.map((s) => ({ label: s.name, note: pretty(s.formula), changes: { ...noBox, ...noDegree, 'scale.name': s.id, 'scale.formula': undefined } })),
    ],
    typed: (text) =>
      /^[#b]*\d/.test(text)
        ? { ...noBox, 'scale.formula': text, 'scale.name': undefined }
        : { ...noBox, 'scale.name': text, 'scale.formula': undefined },
  },
  'layout.system': { title: 'Layout', choices: ({ catalogue }) => listed('layout.system', catalogue.systems, { ...noBox, 'run.chain': undefined }) },
  'layout.octaves': {
    title: 'How far',
    matters: spans,
    choices: () => ['one octave', 'two octaves', 'three octaves'].map((label, i) => ({ label, changes: { ...noBox, 'layout.octaves': i + 1 } })),
  },
  'layout.fromDegree': {
    title: 'Starting on',
    matters: spans,
    choices: ({ plan }) =>
      (plan?.scale.degrees ?? ['1']).map((d, i) => ({ label: `degree ${pretty(d)}`, note: plan?.scale.labels[i] ?? '', changes: { ...noBox, 'layout.fromDegree': i + 1 } })),
  },
  'layout.strings': {
    title: 'Strings',
    hint: 'or type string numbers: 4 3 2',
    choices: ({ plan }) => {
      const count = plan?.neck.strings.length ?? 6
      const low = Array.from({ length: count }, (_, i) => count - i)
      const whole = { label: 'all that rise in pitch', changes: { ...noBox, 'layout.strings': undefined } }
      const single = low.map((s) => ({ label: `string ${s}`, changes: { ...noBox, 'layout.strings': [s] } }))
      const upper = low.slice(1, -1).map((s) => ({ label: `strings ${s} to 1`, changes: { ...noBox, 'layout.strings': low.filter((n) => n <= s) } }))
      const lower = low.slice(1, -1).map((s) => ({ label: `strings ${count} to ${s}`, changes: { ...noBox, 'layout.strings': low.filter((n) => n >= s) } }))
      return [whole, { label: 'every string', changes: { ...noBox, 'layout.strings': low } }, ...upper, ...lower, ...single]
    },
    typed: (text) => ({ ...noBox, 'layout.strings': numbersIn(text) }),
  },
  'layout.lowFret': {
    title: 'Stretch of the neck',
    hint: 'or type two frets: 5 12',
    choices: ({ plan }) => {
      const last = (plan?.neck.frets.length ?? 23) - 1
      const stretch = (low: number, high: number) => ({ label: `frets ${low} to ${high}`, changes: { ...noBox, 'layout.lowFret': low, 'layout.highFret': high } })
      const pairs = [[0, 4], [0, 7], [0, 12], [5, 12], [7, 15], [12, last]] as const
      return [
        { label: 'the whole neck', changes: { ...noBox, 'layout.lowFret': undefined, 'layout.highFret': undefined } },
        ...pairs.filter(([low, high]) => low < high && high <= last).map(([low, high]) => stretch(low, high)),
      ]
    },
    typed: (text) => {
      const [low, high] = numbersIn(text)
      return { ...noBox, 'layout.lowFret': low, 'layout.highFret': high }
    },
  },
  'hand.school': { title: 'Fingering school', choices: ({ catalogue }) => listed('hand.school', catalogue.schools) },
  'hand.wide': { title: 'Wide spans', matters: ({ brief }) => brief.hand?.school !== 'two-fret', choices: ({ catalogue }) => listed('hand.wide', catalogue.wides) },
  'hand.prefer': { title: 'Reach or shift', choices: ({ catalogue }) => listed('hand.prefer', catalogue.prefers) },
  'hand.open': { title: 'Open strings', choices: ({ catalogue }) => listed('hand.open', catalogue.opens, noBox) },
  'hand.four': {
    title: 'Four on a string',
    matters: ({ brief }) => brief.layout?.system === 'four-per-string',
    choices: ({ catalogue }) => listed('hand.four', catalogue.fours, { 'hand.school': undefined }),
  },
  'hand.limitsMm.comfortable': {
    title: 'What is comfortable for this hand',
    hint: 'or type three openings in mm: index–middle, middle–ring, ring–little',
    choices: (s) => handSizes(s, 'hand.limitsMm.comfortable'),
    typed: (text) => ({ 'hand.limitsMm.comfortable': numbersIn(text) }),
  },
  'hand.limitsMm.greatest': {
    title: 'The most this hand can open',
    hint: 'or type three openings in mm: index–middle, middle–ring, ring–little',
    choices: (s) => handSizes(s, 'hand.limitsMm.greatest'),
    typed: (text) => ({ 'hand.limitsMm.greatest': numbersIn(text) }),
  },
  names: { title: 'Note names', choices: ({ catalogue }) => listed('names', catalogue.namings) },
  'run.pattern': { title: 'Pattern', choices: ({ catalogue }) => listed('run.pattern', catalogue.patterns, ownFigure) },
  'run.size': {
    title: 'How wide',
    matters: reads('run.size'),
    choices: ({ brief }) =>
      brief.run?.pattern === 'groups'
        ? [3, 4, 5, 6].map((n) => ({ label: `groups of ${n}`, changes: { 'run.size': n } }))
        : ['seconds', 'thirds', 'fourths', 'fifths', 'sixths', 'sevenths', 'octaves', 'ninths', 'tenths'].map((label, i) => ({ label, changes: { 'run.size': i + 2 } })),
    typed: (text) => ({ 'run.size': orText(text) }),
  },
  'run.order': {
    title: 'Order of the chord notes',
    hint: 'or type chord degrees: 5 3 1',
    matters: reads('run.order'),
    choices: () =>
      [[1, 3, 5], [5, 3, 1], [3, 5, 1], [5, 1, 3], [1, 5, 3], [1, 3, 5, 7], [7, 5, 3, 1], [3, 5, 7, 1], [1, 3, 7], [1, 7, 3]].map((order) => ({
        label: order.join(' '),
        note: order.length === 4 ? 'seventh chord' : order.includes(7) ? 'shell' : 'triad',
        changes: { 'run.order': order },
      })),
    typed: (text) => ({ 'run.order': numbersIn(text) }),
  },
  'run.chords': {
    title: 'Chords to run through',
    hint: 'or type degrees: 1 6 2 5',
    matters: reads('run.chords'),
    choices: () => [[1, 4, 5, 1], [2, 5, 1], [1, 6, 2, 5], [1, 5, 6, 4], [1, 3, 6, 2, 5, 1]].map((chords) => ({ label: chords.join(' '), changes: { 'run.chords': chords } })),
    typed: (text) => ({ 'run.chords': numbersIn(text) }),
  },
  'run.repeat': {
    title: 'Times on each string',
    matters: reads('run.repeat'),
    choices: () => [1, 2, 3, 4].map((n) => ({ label: n === 1 ? 'once' : `${n} times`, changes: { 'run.repeat': n } })),
    typed: (text) => ({ 'run.repeat': orText(text) }),
  },
  'run.cell': {
    title: 'The cell, in scale steps from each note',
    hint: 'or type steps: 0 2 1 -1',
    matters: reads('run.cell'),
    choices: () => ['0 1 2 0', '0 2 1 2', '0 1 2 3', '0 -1 0 1', '0 2 1 3', '0 4 2 1'].map((cell) => ({ label: cell, changes: { 'run.cell': cell } })),
    typed: (text) => ({ 'run.cell': text }),
  },
  'run.direction': { title: 'Direction', matters: reads('run.direction'), choices: ({ catalogue }) => listed('run.direction', catalogue.directions) },
  'run.repeatTop': {
    title: 'Turning at the top',
    matters: ({ brief }) => brief.run?.pattern === 'straight' && brief.run?.direction === 'up-down',
    choices: () => [
      { label: 'the top note once', note: 'two on a string: each string meets the other stroke on the way down', changes: { 'run.repeatTop': undefined } },
      { label: 'the top note twice', note: 'two on a string: each string meets the same stroke on the way down', changes: { 'run.repeatTop': true } },
    ],
  },
  'run.landOn': {
    title: 'Land on',
    matters: ({ brief }) => !brief.round,
    choices: ({ plan }) => [
      { label: 'where the pattern ends', changes: noLanding },
      ...(plan?.boxes[plan.box]?.notes ?? []).map((n) => ({
        label: `string ${n.string}, fret ${n.fret}`,
        note: `${plan?.scale.labels[plan.scale.notes.indexOf(n.name)] ?? ''} · ${pretty(n.degree)}`,
        changes: { 'run.landOn.string': n.string, 'run.landOn.fret': n.fret },
      })),
    ],
  },
  'run.chain': {
    title: 'One box or the chain',
    matters: ({ catalogue, brief }) => catalogue.systems.find((c) => c.id === brief.layout?.system)?.links ?? false,
    choices: () => [
      { label: 'this box alone', changes: { ...noLanding, 'run.chain': undefined } },
      { label: 'on through the chain of boxes', note: 'root to root, as far as they lead', changes: { ...noLanding, 'run.chain': true } },
    ],
  },
  'run.chord': {
    title: 'Chord to end in',
    matters: ({ brief }) => brief.run?.finish === 'chord-tone',
    choices: (s) => chordChoices(s, 'run.chord', []),
  },
  'run.lean': {
    title: 'Lean on a chord',
    matters: ({ plan }) => (plan?.scale.sevenths.length ?? 0) > 0,
    choices: (s) => chordChoices(s, 'run.lean', [{ label: 'no chord marked', changes: { 'run.lean': undefined } }]),
  },
  'run.fit': { title: 'The last bar', choices: ({ catalogue }) => listed('run.fit', catalogue.fits) },
  'run.finish': { title: 'Ending', choices: ({ catalogue }) => listed('run.finish', catalogue.finishes, noLanding) },
  'rhythm.perBeat': {
    title: 'Subdivision',
    choices: ({ catalogue }) => catalogue.subdivisions.map((s) => ({ label: s.name, note: `${s.id} to the beat`, changes: { 'rhythm.perBeat': Number(s.id) } })),
  },
  'rhythm.tempoBpm': {
    title: 'Tempo',
    hint: 'or type beats a minute',
    choices: () => tempos.map((t) => ({ label: String(t), changes: { 'rhythm.tempoBpm': t } })),
    typed: (text) => ({ 'rhythm.tempoBpm': orText(text) }),
  },
  'rhythm.beatsPerBar': {
    title: 'Beats to the bar',
    choices: () => [2, 3, 4, 5, 6, 7].map((n) => ({ label: `${n} beats to the bar`, changes: { 'rhythm.beatsPerBar': n } })),
    typed: (text) => ({ 'rhythm.beatsPerBar': orText(text) }),
  },
  'rhythm.meter': {
    title: 'Meter',
    choices: ({ catalogue }) => listed('rhythm.meter', catalogue.meters, { 'rhythm.beatsPerBar': undefined, 'rhythm.pickUp': undefined }),
  },
  'rhythm.pickUp': {
    title: 'Pick-up',
    hint: 'or type a number of notes',
    choices: () => [0, 1, 2, 3].map((n) => ({ label: n === 0 ? 'no pick-up' : n === 1 ? '1 note before the bar' : `${n} notes before the bar`, changes: { 'rhythm.pickUp': n || undefined } })),
    typed: (text) => ({ 'rhythm.pickUp': orText(text) }),
  },
  'rhythm.swing': {
    title: 'Even or swung',
    matters: ({ plan }) => plan?.brief.rhythm?.perBeat === 2,
    choices: () => [
      { label: 'even eighths', changes: { 'rhythm.swing': undefined } },
      { label: 'swung eighths', note: 'long and short, two thirds and one', changes: { 'rhythm.swing': true } },
    ],
  },
  'rhythm.accentEvery': {
    title: 'Accents',
    choices: () => [0, 2, 3, 4, 5].map((n) => ({ label: n === 0 ? 'on the beats' : `on every ${['', '', 'second', 'third', 'fourth', 'fifth'][n]} note`, changes: { 'rhythm.accentEvery': n || undefined } })),
  },
  picking: { title: 'Picking', choices: ({ catalogue }) => listed('picking', catalogue.pickings) },
  'round.order': { title: 'Order of the keys', choices: ({ catalogue, brief }) => listed('round.order', catalogue.roundOrders).map((c) => (c.changes['round.order'] === 'own' && !brief.round?.keys?.length ? { ...c, changes: { ...c.changes, 'round.keys': ownKeys(brief) } } : c)) },
  'round.through': { title: 'Which keys', choices: ({ catalogue }) => listed('round.through', catalogue.roundThrough) },
  'round.start': { title: 'First key', hint: 'type a letter with # or b', choices: ({ catalogue }) => listed('round.start', catalogue.tonics), typed: (text) => ({ 'round.start': text }) },
  'round.keys': {
    title: 'The keys in order',
    hint: 'type tonics: C A F# Eb',
    choices: () => [['C', 'G', 'D', 'A', 'E'], ['E', 'A', 'D', 'G', 'C'], ['C', 'F', 'Bb', 'Eb', 'Ab']].map((keys) => ({ label: pretty(keys.join(' ')), changes: { 'round.keys': keys } })),
    typed: (text) => ({ 'round.keys': splitWords(text) }),
  },
  'round.seed': {
    title: 'Number of the shuffled order',
    hint: 'or type the number that was written down',
    choices: ({ brief }) => [1, 2, 3, 4, 5].map((n) => (brief.round?.seed ?? 0) + n).map((n) => ({ label: `number ${n}`, changes: { 'round.seed': n } })),
    typed: (text) => ({ 'round.seed': orText(text) }),
  },
  'round.place': { title: 'Where each key is played', choices: ({ catalogue }) => listed('round.place', catalogue.roundPlaces) },
  'round.link': { title: 'From key to key', choices: ({ catalogue }) => listed('round.link', catalogue.roundLinks) },
}

const ownKeys = (brief: Brief) => [brief.round?.start ?? brief.scale.tonic]

/** Whether the pattern at hand reads a field. */
function reads(field: string) {
  return ({ catalogue, brief }: Setting) => catalogue.patterns.find((p) => p.id === brief.run?.pattern)?.uses.includes(field) ?? false
}

/** The chords of the key, by degree. */
function chordChoices({ plan }: Setting, field: string, before: Choice[]): Choice[] {
  return [...before, ...(plan?.scale.sevenths ?? []).map((c, i) => ({ label: `the chord on ${pretty(c.degree)}`, note: c.symbol, changes: { [field]: i + 1 } }))]
}

/** Settings that read the start and the length of what is laid out. */
function spans({ catalogue, brief }: Setting): boolean {
  return catalogue.systems.find((s) => s.id === brief.layout?.system)?.span ?? false
}

/** An average hand on this kind of instrument, and smaller and larger ones in proportion. */
function handSizes({ catalogue, brief }: Setting, field: 'hand.limitsMm.comfortable' | 'hand.limitsMm.greatest'): Choice[] {
  const usual = catalogue.instruments.find((i) => i.id === brief.instrument.id)?.limitsMm[field === 'hand.limitsMm.greatest' ? 'greatest' : 'comfortable'] ?? []
  const size = (label: string, share: number): Choice => {
    const mm = usual.map((v) => Math.round(v * share))
    return { label, note: `${mm.join(' · ')} mm`, changes: { [field]: share === 1 ? undefined : mm } }
  }
  return [size('an average adult hand', 1), size('a large hand', 1.12), size('a small hand', 0.85), size("a child's hand", 0.7)]
}

/** The settings that the sentence leaves unsaid at their usual value, by what they are about. */
export const finePoints: Record<string, string[]> = {
  Place: ['layout.strings', 'layout.lowFret', 'instrument.capo'],
  Hand: ['hand.open', 'hand.prefer', 'hand.wide', 'hand.four', 'hand.limitsMm.comfortable', 'hand.limitsMm.greatest'],
  Run: ['run.chain', 'run.repeatTop', 'run.finish', 'run.chord', 'run.landOn', 'run.lean', 'run.fit', 'picking'],
  Time: ['rhythm.meter', 'rhythm.swing', 'rhythm.pickUp', 'rhythm.accentEvery'],
  'Names and instrument': ['names', 'instrument.leftHanded', 'instrument.courses', 'instrument.frets', 'instrument.scaleLengthMm'],
}

/** The word of the sentence that a field's problem is shown at. */
export function wordOf(field: string, shown: string[]): string {
  if (shown.includes(field)) return field
  const nearest: Record<string, string> = {
    instrument: 'instrument.id', scale: 'scale.name', layout: 'layout.system', hand: 'hand.school', run: 'run.pattern', rhythm: 'rhythm.perBeat', picking: 'run.pattern', round: 'round.order',
  }
  return nearest[field.split('.')[0] ?? ''] ?? 'instrument.id'
}

const plain = (s: string) => s.toLowerCase().replaceAll('♭', 'b').replaceAll('♯', '#').replace(/[“”]/g, '')

/** The choices that a typed text leaves, those beginning with it first. */
export function filtered(choices: Choice[], text: string): Choice[] {
  const want = plain(text.trim())
  if (!want) return choices
  const rank = (c: Choice) => {
    const label = plain(c.label)
    if (label === want) return 0
    if (label.startsWith(want)) return 1
    return label.includes(want) ? 2 : plain(c.note ?? '').includes(want) ? 3 : 9
  }
  return choices
    .map((choice) => ({ choice, rank: rank(choice) }))
    .filter((r) => r.rank < 9)
    .sort((a, b) => a.rank - b.rank)
    .map((r) => r.choice)
}

/** Whether a choice is what the brief says now. */
export function isCurrent(choice: Choice, brief: Brief, field: string): boolean {
  const same = (path: string) => JSON.stringify(choice.changes[path]) === JSON.stringify(at(brief, path))
  if (field === 'instrument.id') return same('instrument.id') && (choice.changes['instrument.tuning'] === undefined || same('instrument.tuning'))
  return Object.keys(choice.changes).filter((p) => p === field || p === 'layout.highFret').every(same)
}
