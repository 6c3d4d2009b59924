import { usePreferredDark } from '@vueuse/core'
import { useKept } from './site'

/** Choices of the reader that outlive a visit. */
export const keptTheme = useKept<'paper' | 'lamp'>('theme', usePreferredDark().value ? 'lamp' : 'paper')
export const keptLabel = useKept<'note' | 'degree' | 'finger' | 'fret' | 'step'>('label', 'finger')
export const keptSpacing = useKept<'even' | 'true'>('spacing', 'even')
/** Whether the neck is drawn whole or cut to the stretch of the box; as the width of the window asks where it was never said. */
export const keptStretch = useKept<'' | 'whole' | 'box'>('stretch', '')
/** Parts of the page that are folded or not, by their ids. */
export const keptFolds = useKept<Record<string, boolean>>('folds', {})
/** What a new reader has done once. */
export const keptFirst = useKept<string[]>('first', [])

export function did(what: string) {
  if (!keptFirst.value.includes(what)) keptFirst.value = [...keptFirst.value, what]
}
export const keptPaper = useKept<'a4' | 'letter'>('paper', 'a4')
export const keptRoundLayout = useKept<'pages' | 'staff' | 'summary'>('roundLayout', 'pages')
export const keptClick = useKept('click', false)
/** The address of the last bench, so that the bench comes back as it was left. */
export const keptBench = useKept('bench', '')
/** Whether a staff stands above the lanes. */
export const keptStaff = useKept('staff', false)
/** The address of the last round. */
export const keptRound = useKept('round', '')
/** The address of what a group played last, and which group. */
export const keptTogether = useKept('together', '')
export const keptGroup = useKept('group', '')
/** Whether a round hides its necks, for a self-test. */
export const keptCover = useKept('cover', false)
/** The keys that are done, by round. */
export const keptDone = useKept<Record<string, string[]>>('done', {})
/** Which of what is saved is shown. */
export const keptShelf = useKept<'briefs' | 'rounds' | 'phrases' | 'ladders'>('shelf', 'briefs')
/** What the boxes of the strip are in order of. */
export const keptOrder = useKept<'layout' | 'neck' | 'span' | 'reaches' | 'shifts' | 'notes'>('order', 'layout')
/** What sounds with the run. */
export const keptCountIn = useKept('countIn', true)
/** Bars that are counted in, and whether what a beat is divided into is counted, too. */
export const keptCountBars = useKept('countBars', 2)
export const keptDivided = useKept('divided', false)
export const keptRun = useKept('run', true)
export const keptDrone = useKept('drone', false)
export const keptGroove = useKept('groove', false)
export const keptVamp = useKept('vamp', false)
/** Whether drums go with the vamp or the groove. */
export const keptDrums = useKept('drums', true)
/** Decibels against full level, and share of the brief's tempo. */
export const keptLevel = useKept('level', -6)
export const keptSpeed = useKept('speed', 1)
/** The address of what was practised last. */
export const keptPractise = useKept('practise', '')
/** Whether headphones are worn, so that a microphone does not hear the click. */
export const keptHeadphones = useKept('headphones', false)
/** Seconds of rest between two tries, after which the next begins by itself; 0 for none. */
export const keptRest = useKept('rest', 0)
/** The address of what was called last, and of the sheets. */
export const keptCalls = useKept('calls', '')
export const keptSheets = useKept('sheets', '')
/** The address of the phrase that was worked on last. */
export const keptPhrase = useKept('phrase', '')
/** Whether calls are spoken, and what helps to find a place on the neck that is pressed. */
export const keptSpoken = useKept('spoken', false)
export const keptHelp = useKept<'numbers' | 'landmarks' | 'bare'>('help', 'numbers')
