import type { Brief } from '../api/client'

/** Something to begin with on each of the four instruments. */
export const examples: { name: string; brief: Brief }[] = [
  {
    name: 'guitar',
    brief: {
      instrument: { id: 'guitar' },
      scale: { tonic: 'F#', name: 'dorian' },
      layout: { system: 'five-form', box: 1 },
      run: { pattern: 'groups', size: 4 },
      rhythm: { perBeat: 4, tempoBpm: 54 },
    },
  },
  {
    name: 'bass',
    brief: {
      instrument: { id: 'bass' },
      scale: { tonic: 'Eb', name: 'mixolydian' },
      layout: { system: 'one-octave' },
      run: { pattern: 'chords', order: [1, 3, 5] },
      rhythm: { perBeat: 3, tempoBpm: 66 },
    },
  },
  {
    name: 'ukulele',
    brief: { instrument: { id: 'ukulele' }, scale: { tonic: 'Ab', name: 'major-pentatonic' }, layout: { system: 'campanella' }, rhythm: { perBeat: 2, tempoBpm: 76 } },
  },
  {
    name: 'mandolin',
    brief: {
      instrument: { id: 'mandolin' },
      scale: { tonic: 'B', name: 'natural-minor' },
      layout: { system: 'first-position' },
      run: { pattern: 'intervals', size: 3 },
      rhythm: { perBeat: 2, tempoBpm: 84 },
    },
  },
]
