import { api, take, type OwnInstrument, type OwnScale } from '../api/client'

/** What a workshop file holds: the same shapes that the application keeps, without ids. */
interface WorkshopFile {
  instruments?: { name: string; instrument: OwnInstrument['instrument'] }[]
  scales?: { name: string; formula: string }[]
}

/** Hands the browser a JSON file to save. */
export function exportFile(name: string, instruments: OwnInstrument[], scales: OwnScale[]) {
  const file: WorkshopFile = {
    instruments: instruments.map(({ name, instrument }) => ({ name, instrument })),
    scales: scales.map(({ name, formula }) => ({ name, formula })),
  }
  const url = URL.createObjectURL(new Blob([JSON.stringify(file, null, 2)], { type: 'application/json' }))
  const link = document.createElement('a')
  link.href = url
  link.download = `${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.json`
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 1000)
}

/** Keeps everything in a workshop file; gives what was made, so that it can be taken back. */
export async function importFile(text: string): Promise<{ made: number; undo: () => Promise<void> }> {
  let file: WorkshopFile
  try {
    file = JSON.parse(text) as WorkshopFile
  } catch {
    throw new Error('This is not JSON: choose a file that the workshop exported, or one with "instruments" and "scales".')
  }
  const instruments = Array.isArray(file?.instruments) ? file.instruments : []
  const scales = Array.isArray(file?.scales) ? file.scales : []
  if (instruments.length + scales.length === 0) throw new Error('No instruments and no scales are in this file: it has to have a list called "instruments" or "scales".')
  const takeBack: (() => Promise<unknown>)[] = []
  const undo = async () => {
    for (const step of takeBack) await step()
  }
  try {
    for (const { name, instrument } of instruments) {
      const { id } = await take(api.POST('/api/v1/instruments', { body: { name, instrument } }))
      takeBack.push(() => take(api.DELETE('/api/v1/instruments/{id}', { params: { path: { id } } })))
    }
    for (const { name, formula } of scales) {
      const { id } = await take(api.POST('/api/v1/scales', { body: { name, formula } }))
      takeBack.push(() => take(api.DELETE('/api/v1/scales/{id}', { params: { path: { id } } })))
    }
  } catch (cause) {
    await undo() // all of a file or nothing
    throw cause
  }
  return { made: takeBack.length, undo }
}
