// Prints what the npm library midi-file reads from the MIDI files named, as a
// JSON list: the division, every note with its onset and length, and the meta
// events.
import { readFileSync } from 'node:fs'
import { parseMidi } from 'midi-file'

function read(name) {
  const file = parseMidi(readFileSync(name))
  const notes = []
  const meta = []
  for (const track of file.tracks) {
    let tick = 0
    const on = new Map()
    for (const e of track) {
      tick += e.deltaTime
      if (e.type === 'noteOn' && e.velocity > 0) on.set(e.noteNumber, { midi: e.noteNumber, tick, velocity: e.velocity })
      else if (e.type === 'noteOff' || e.type === 'noteOn') {
        const n = on.get(e.noteNumber)
        if (n) notes.push({ ...n, length: tick - n.tick })
        on.delete(e.noteNumber)
      } else if (e.meta) meta.push({ ...e, tick })
    }
  }
  notes.sort((a, b) => a.tick - b.tick)
  return { format: file.header.format, division: file.header.ticksPerBeat, notes, meta }
}

process.stdout.write(JSON.stringify(process.argv.slice(2).map(read)))
