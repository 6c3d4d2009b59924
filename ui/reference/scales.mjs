// Prints what the npm library tonal knows of scales, as JSON: by name and
// alias, the intervals and the notes in every tonic. The Go tests compare.
import { Scale, ScaleType } from 'tonal'

const tonics = process.argv.slice(2)
const out = {}
for (const type of ScaleType.all()) {
  const entry = { intervals: type.intervals, notes: Object.fromEntries(tonics.map((t) => [t, Scale.get(`${t} ${type.name}`).notes])) }
  for (const name of [type.name, ...type.aliases]) out[name] = entry
}
process.stdout.write(JSON.stringify(out))
