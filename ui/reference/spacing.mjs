// Prints what the npm library ts-fsrs makes of repetitions, as JSON: its input is a list
// of lists of [days since the one before, grade]; for each repetition the stability and
// the difficulty that follow. The Go tests compare.
import { createEmptyCard, fsrs } from 'ts-fsrs'

const scheduler = fsrs({ enable_fuzz: false, enable_short_term: false })
const out = JSON.parse(process.argv[2]).map((repetitions) => {
  let card = createEmptyCard(new Date('2026-01-01T12:00:00Z'))
  let at = new Date('2026-01-01T12:00:00Z')
  return repetitions.map(([days, grade]) => {
    at = new Date(at.getTime() + days * 86_400_000)
    card = scheduler.next(card, at, grade).card
    return [card.stability, card.difficulty]
  })
})
process.stdout.write(JSON.stringify(out))
