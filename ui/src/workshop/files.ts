import { say } from './words'
import type { Brief, Kept } from '../api/client'
import { download } from '../shared/brief/sheet'
import { shelf, type Draft } from '../shared/shelf'

/** What a workshop file holds: the same shapes that the application keeps, without ids. */
interface WorkshopFile {
  instruments?: { name: string; instrument: Brief['instrument'] }[]
  scales?: { name: string; formula: string }[]
}

/** Hands the browser a JSON file to save. */
export function exportFile(name: string, instruments: Kept[], scales: Kept[]) {
  const file: WorkshopFile = {
    instruments: instruments.flatMap(({ title, instrument }) => (instrument ? [{ name: title, instrument }] : [])),
    scales: scales.flatMap(({ title, formula }) => (formula ? [{ name: title, formula }] : [])),
  }
  download(new Blob([JSON.stringify(file, null, 2)], { type: 'application/json' }), `${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.json`)
}

/** Keeps everything in a workshop file; gives what was made, so that it can be taken back. */
export async function importFile(text: string): Promise<{ made: number; undo: () => Promise<void> }> {
  let file: WorkshopFile
  try {
    file = JSON.parse(text) as WorkshopFile
  } catch {
    throw new Error(say.thisIsntJsonChooseAFile)
  }
  const instruments = Array.isArray(file?.instruments) ? file.instruments : []
  const scales = Array.isArray(file?.scales) ? file.scales : []
  if (instruments.length + scales.length === 0) throw new Error(say.thisFileHasNoInstrumentsOr)
  const takeBack: (() => Promise<unknown>)[] = []
  const undo = async () => {
    for (const step of takeBack) await step()
  }
  const keep = async (kind: 'instruments' | 'scales', draft: Draft) => {
    const { id } = await shelf(kind).create(draft)
    takeBack.push(() => shelf(kind).setAside(id))
  }
  try {
    for (const { name, instrument } of instruments) await keep('instruments', { title: name, instrument })
    for (const { name, formula } of scales) await keep('scales', { title: name, formula })
  } catch (cause) {
    await undo() // all of a file or nothing
    throw cause
  }
  return { made: takeBack.length, undo }
}
