/** A picture 64 wide and 40 high of what a kind of call asks; strings are counted from the top of three. */
export interface Picture {
  marks?: { x: number; string: 1 | 2 | 3; root?: boolean; label?: string }[]
  texts?: { x: number; y: number; text: string; asked?: boolean; big?: boolean }[]
  lines?: string[]
}

/** What sounds: a point that waves go out from. */
const waves = 'M6 16v8M11 12q5 8 0 16M16 8q9 12 0 24'

/** By the ids of the kinds. */
export const pictures: Record<string, Picture> = {
  numbers: { marks: [{ x: 46, string: 2 }], texts: [{ x: 14, y: 20, text: '5', big: true }] },
  run: {
    marks: [
      { x: 8, string: 3, root: true },
      { x: 22, string: 3 },
      { x: 38, string: 2 },
      { x: 54, string: 2 },
    ],
  },
  'from-degree': {
    marks: [
      { x: 12, string: 3, root: true },
      { x: 48, string: 1 },
    ],
    lines: ['M20 28L40 12M40 12l-2 6M40 12l-6 1'],
  },
  find: {
    marks: [
      { x: 44, string: 1 },
      { x: 56, string: 3 },
    ],
    texts: [{ x: 16, y: 20, text: 'F♯', big: true }],
  },
  'next-key': {
    texts: [
      { x: 10, y: 20, text: 'C', big: true },
      { x: 54, y: 20, text: 'F', big: true, asked: true },
    ],
    lines: ['M22 20H42M42 20l-5 -4M42 20l-5 4'],
  },
  name: { marks: [{ x: 16, string: 2 }], texts: [{ x: 46, y: 20, text: '?', big: true, asked: true }] },
  fingers: { marks: [{ x: 16, string: 2, label: '3' }], texts: [{ x: 46, y: 20, text: '?', big: true, asked: true }] },
  landing: {
    marks: [
      { x: 12, string: 1 },
      { x: 30, string: 2 },
      { x: 50, string: 3, root: true },
    ],
  },
  spell: { texts: [{ x: 32, y: 16, text: 'G A B♭' }], lines: ['M6 30h10M21 30h10M36 30h10M51 30h8'] },
  chord: { texts: [{ x: 32, y: 16, text: '1 3 5 ♭7' }], lines: ['M8 30H56'] },
  signature: {
    texts: [
      { x: 14, y: 20, text: 'D', big: true },
      { x: 44, y: 20, text: '♯ ♯', big: true, asked: true },
    ],
  },
  key: {
    texts: [
      { x: 20, y: 20, text: '♯ ♯', big: true },
      { x: 50, y: 20, text: '?', big: true, asked: true },
    ],
  },
  order: {
    texts: [
      { x: 32, y: 13, text: 'F C G' },
      { x: 32, y: 28, text: '♯ 1 2 3' },
    ],
  },
  'ear-note': { marks: [{ x: 46, string: 2 }], lines: [waves] },
  'ear-degree': { texts: [{ x: 46, y: 20, text: '3?', big: true, asked: true }], lines: [waves] },
  'ear-pattern': {
    marks: [
      { x: 32, string: 3, root: true },
      { x: 44, string: 2 },
      { x: 56, string: 1 },
    ],
    lines: [waves],
  },
  'ear-scale': { texts: [{ x: 44, y: 20, text: '♭3 ♭7', asked: true }], lines: [waves] },
  relative: {
    texts: [
      { x: 10, y: 20, text: 'C' },
      { x: 52, y: 20, text: 'Am', asked: true },
    ],
    lines: ['M20 20H38M38 20l-4 -3M38 20l-4 3'],
  },
}
