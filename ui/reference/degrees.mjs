// Prints what the npm library tonal makes of degrees of keys, as JSON: the name of each note and its
// semitones above the tonic. It reads a file of [{tonic, degrees}]. The Go tests compare.
import { readFileSync } from 'node:fs'
import { Interval, Note } from 'tonal'

/** The interval of a degree against the major scale: b3 is a minor third, #4 an augmented fourth. */
function intervalOf(degree) {
  const [, signs, number] = /^([b#]*)([1-7])$/.exec(degree)
  const perfect = '145'.includes(number)
  const flats = (signs.match(/b/g) ?? []).length
  const sharps = (signs.match(/#/g) ?? []).length
  const quality = sharps ? 'A'.repeat(sharps) : flats === 0 ? (perfect ? 'P' : 'M') : perfect ? 'd'.repeat(flats) : flats === 1 ? 'm' : 'd'.repeat(flats - 1)
  return number + quality
}

const asked = JSON.parse(readFileSync(process.argv[2], 'utf8'))
const out = asked.map(({ tonic, degrees }) =>
  degrees.map((d) => {
    const interval = intervalOf(d)
    return { name: Note.transpose(tonic, interval), semitones: Interval.semitones(interval) }
  }),
)
process.stdout.write(JSON.stringify(out))
