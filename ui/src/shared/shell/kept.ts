import { useLocalStorage, usePreferredDark } from '@vueuse/core'

/** Choices of the reader that outlive a visit. */
export const keptTheme = useLocalStorage<'paper' | 'lamp'>('even-ladder.theme', usePreferredDark().value ? 'lamp' : 'paper')
export const keptLabel = useLocalStorage<'note' | 'degree' | 'finger' | 'fret' | 'step'>('even-ladder.label', 'finger')
export const keptSpacing = useLocalStorage<'even' | 'true'>('even-ladder.spacing', 'even')
/** Whether the neck is drawn whole or cut to the stretch of the box; as the width of the window asks where it was never said. */
export const keptStretch = useLocalStorage<'' | 'whole' | 'box'>('even-ladder.stretch', '')
/** Parts of the page that are folded or not, by their ids. */
export const keptFolds = useLocalStorage<Record<string, boolean>>('even-ladder.folds', {})
/** What a new reader has done once. */
export const keptFirst = useLocalStorage<string[]>('even-ladder.first', [])

export function did(what: string) {
  if (!keptFirst.value.includes(what)) keptFirst.value = [...keptFirst.value, what]
}
export const keptPaper = useLocalStorage<'a4' | 'letter'>('even-ladder.paper', 'a4')
export const keptRoundLayout = useLocalStorage<'pages' | 'summary'>('even-ladder.roundLayout', 'pages')
export const keptClick = useLocalStorage('even-ladder.click', false)
/** The address of the last bench, so that the bench comes back as it was left. */
export const keptBench = useLocalStorage('even-ladder.bench', '')
/** Whether a staff stands above the lanes. */
export const keptStaff = useLocalStorage('even-ladder.staff', false)
/** The address of the last round. */
export const keptRound = useLocalStorage('even-ladder.round', '')
/** Whether a round hides its necks, for a self-test. */
export const keptCover = useLocalStorage('even-ladder.cover', false)
/** The keys that are done, by round. */
export const keptDone = useLocalStorage<Record<string, string[]>>('even-ladder.done', {})
/** Which of what is saved is shown. */
export const keptShelf = useLocalStorage<'briefs' | 'rounds' | 'phrases' | 'ladders'>('even-ladder.shelf', 'briefs')
/** What the boxes of the strip are in order of. */
export const keptOrder = useLocalStorage<'layout' | 'neck' | 'span' | 'reaches' | 'shifts' | 'notes'>('even-ladder.order', 'layout')
/** What sounds with the run. */
export const keptCountIn = useLocalStorage('even-ladder.countIn', true)
export const keptRun = useLocalStorage('even-ladder.run', true)
export const keptDrone = useLocalStorage('even-ladder.drone', false)
export const keptGroove = useLocalStorage('even-ladder.groove', false)
export const keptVamp = useLocalStorage('even-ladder.vamp', false)
/** Decibels against full level, and share of the brief's tempo. */
export const keptLevel = useLocalStorage('even-ladder.level', -6)
export const keptSpeed = useLocalStorage('even-ladder.speed', 1)
/** The address of what was practised last. */
export const keptPractise = useLocalStorage('even-ladder.practise', '')
/** Whether headphones are worn, so that a microphone does not hear the click. */
export const keptHeadphones = useLocalStorage('even-ladder.headphones', false)
/** Seconds of rest between two tries, after which the next begins by itself; 0 for none. */
export const keptRest = useLocalStorage('even-ladder.rest', 0)
/** The address of what was called last, and of the sheets. */
export const keptCalls = useLocalStorage('even-ladder.calls', '')
export const keptSheets = useLocalStorage('even-ladder.sheets', '')
/** The address of the phrase that was worked on last. */
export const keptPhrase = useLocalStorage('even-ladder.phrase', '')
/** Whether calls are spoken, and what helps to find a place on the neck that is pressed. */
export const keptSpoken = useLocalStorage('even-ladder.spoken', false)
export const keptHelp = useLocalStorage<'numbers' | 'landmarks' | 'bare'>('even-ladder.help', 'numbers')
