// Prints what the npm library verovio reads from the MusicXML files named, as a
// JSON list: for each staff its notes with MIDI pitch, onset and length in
// milliseconds, string and fret, and whatever the library logs.
import { readFileSync } from 'node:fs'
import { VerovioToolkit } from 'verovio/esm'
import createVerovioModule from 'verovio/wasm'

const log = []
console.error = console.warn = (...words) => log.push(words.join(' '))
const module = await createVerovioModule()

function read(name) {
  const tk = new VerovioToolkit(module)
  tk.setOptions({ breaks: 'none', xmlIdSeed: 1 })
  if (!tk.loadData(readFileSync(name, 'utf8'))) log.push(`${name} is not loaded`)
  tk.renderToMIDI()
  const staves = {}
  let staff = ''
  for (const [, open, attributes] of tk.getMEI({}).matchAll(/<(staff|note)\b([^>]*)>/g)) {
    if (open === 'staff') {
      staff = attributes.match(/\bn="(\d+)"/)[1]
      continue
    }
    const played = tk.getMIDIValuesForElement(attributes.match(/xml:id="([^"]+)"/)[1])
    const place = (key) => Number(attributes.match(new RegExp(`tab\\.${key}="(\\d+)"`))?.[1] ?? -1)
    ;(staves[staff] ??= []).push({ midi: played.pitch, at: played.time, ms: played.duration, string: place('course'), fret: place('fret') })
  }
  tk.destroy()
  return { staves, log: log.splice(0) }
}

process.stdout.write(JSON.stringify(process.argv.slice(2).map(read)))
