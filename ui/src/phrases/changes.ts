import { say } from './words'
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
  { id: 'step', by: 1, label: '▲', does: say.upAStepOfTheScale, key: 'ArrowUp' },
  { id: 'step', by: -1, label: '▼', does: say.downAStepOfTheScale, key: 'ArrowDown' },
  { id: 'half-step', by: 1, label: '♯', does: say.upAHalfStep, key: '#' },
  { id: 'half-step', by: -1, label: '♭', does: say.downAHalfStep, key: 'b' },
  { id: 'octave', by: 1, label: '8 ▲', does: say.upAnOctave, key: 'PageUp' },
  { id: 'octave', by: -1, label: '8 ▼', does: say.downAnOctave, key: 'PageDown' },
  { id: 'length', by: 1, label: 'longer', does: 'longer', key: ']' },
  { id: 'length', by: -1, label: 'shorter', does: 'shorter', key: '[' },
  { id: 'move', by: -1, label: 'earlier', does: say.earlierBeforeThePreviousNote, key: '{' },
  { id: 'move', by: 1, label: 'later', does: say.laterAfterTheNextNote, key: '}' },
  { id: 'cut', label: 'cut', does: say.splitInTwo, key: 'x' },
  { id: 'join', label: 'join', does: say.joinTheNotesOrJoinOne, key: 'j' },
  { id: 'legato', label: 'h / p', does: say.hammerOrPull },
  { id: 'glide', label: 'slide', does: say.slideTo },
  { id: 'repeat', label: 'again', does: say.repeat, key: 'd' },
  { id: 'rest', label: 'rest', does: say.replaceWithARest, key: 'r' },
  { id: 'remove', label: 'out', does: say.deleteAndCloseTheGap, key: 'Delete' },
]

/** Changes of the whole phrase. */
export const ofAll: Pressed[] = [
  { id: 'octave', by: 1, label: say.allUpAnOctave, does: say.moveTheWholePhraseUpAn },
  { id: 'octave', by: -1, label: say.allDownAnOctave, does: say.moveTheWholePhraseDownAn },
  { id: 'backwards', label: 'backwards', does: say.playItBackwards },
  { id: 'upside-down', label: say.upsideDown, does: say.mirrorItAroundItsFirstNote },
  { id: 'through', label: say.throughTheScale, does: say.playItFromEachStepOf },
  { id: 'slide', by: 1, label: say.slideUpAFret, does: say.moveEveryFrettedNoteUpA },
  { id: 'slide', by: -1, label: say.slideDownAFret, does: say.moveEveryFrettedNoteDownA },
]
