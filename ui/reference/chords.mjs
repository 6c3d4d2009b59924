// Prints what the npm library tonal has for chord symbols, as JSON: the notes of each. The Go tests compare.
import { Chord } from 'tonal'

process.stdout.write(JSON.stringify(Object.fromEntries(process.argv.slice(2).map((s) => [s, Chord.get(s).notes]))))
