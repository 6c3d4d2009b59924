/** A change of a phrase as it is asked for: what, and how far. */
export interface Asked {
  id: string
  by?: number
  scale?: { tonic: string; name: string }
}

/** A change that can be pressed: on a button, and by a key while notes are chosen. */
export interface Pressed extends Asked {
  label: string
  does: string
  key?: string
}

/** Changes of the notes that are chosen. */
export const ofNotes: Pressed[] = [
  { id: 'step', by: 1, label: '▲', does: 'a step of the scale higher', key: 'ArrowUp' },
  { id: 'step', by: -1, label: '▼', does: 'a step of the scale lower', key: 'ArrowDown' },
  { id: 'half-step', by: 1, label: '♯', does: 'a half step higher', key: '#' },
  { id: 'half-step', by: -1, label: '♭', does: 'a half step lower', key: 'b' },
  { id: 'octave', by: 1, label: '8 ▲', does: 'an octave higher', key: 'PageUp' },
  { id: 'octave', by: -1, label: '8 ▼', does: 'an octave lower', key: 'PageDown' },
  { id: 'length', by: 1, label: 'longer', does: 'longer', key: ']' },
  { id: 'length', by: -1, label: 'shorter', does: 'shorter', key: '[' },
  { id: 'move', by: -1, label: 'earlier', does: 'earlier: before the note ahead', key: '{' },
  { id: 'move', by: 1, label: 'later', does: 'later: behind the next note', key: '}' },
  { id: 'cut', label: 'cut', does: 'cut in two', key: 'x' },
  { id: 'join', label: 'join', does: 'joined into one, with the next where one is chosen', key: 'j' },
  { id: 'repeat', label: 'again', does: 'played again', key: 'd' },
  { id: 'rest', label: 'rest', does: 'a rest in its place', key: 'r' },
  { id: 'remove', label: 'out', does: 'taken out, the gap closed', key: 'Delete' },
]

/** Changes of the whole phrase. */
export const ofAll: Pressed[] = [
  { id: 'octave', by: 1, label: 'an octave up', does: 'all of it an octave higher' },
  { id: 'octave', by: -1, label: 'an octave down', does: 'all of it an octave lower' },
  { id: 'backwards', label: 'backwards', does: 'the last note first' },
  { id: 'upside-down', label: 'upside down', does: 'within the scale, about its first note: up becomes down' },
  { id: 'through', label: 'through the scale', does: 'as a cell from each step of an octave' },
  { id: 'slide', by: 1, label: 'slid a fret up', does: 'the hand moves a fret, open strings stay: what does it become?' },
  { id: 'slide', by: -1, label: 'slid a fret down', does: 'the hand moves a fret back, open strings stay' },
]
