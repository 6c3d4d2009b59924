import { say } from '../words'
import { CallError, type Brief, type Member, type Problem } from '../../api/client'

/** How a sheet is made: of the plan of a brief or of its round, and how a round is laid out; or for the members of a group. */
export type Making = { of: 'plan' } | { of: 'round'; layout: 'pages' | 'staff' | 'summary' } | { of: 'together'; members: Member[] }

/** How a file is made: its paper, and the count-in and click of audio and MIDI. */
export interface FileOptions {
  paper: string
  countIn?: boolean
  countBars?: number
  divided?: boolean
  /** At three tempos, each in a file of its own, or at its own. */
  tempos?: '' | 'three'
  click?: boolean
  /** Of audio and MIDI: the run over its backing, or the backing alone; how often it goes round. */
  backing?: Heard
  choruses?: number
  /** The one page that is wanted, from 1. */
  page?: number
}

/** What is heard in audio and MIDI. */
export type Heard = 'run' | 'with' | 'alone'

/** A file that the server makes of a body, with the name that it gives it. */
export async function fetchFile(path: string, asked: Record<string, string>, body: unknown): Promise<{ blob: Blob; name: string; pages: number }> {
  let answer: Response
  try {
    answer = await fetch(`${path}?${new URLSearchParams(asked)}`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) })
  } catch {
    throw new CallError(say.cantReachEvenLadderIsIt)
  }
  if (!answer.ok) {
    const problem = (await answer.json()) as Problem
    throw new CallError(problem.title, problem.errors, problem.status, problem)
  }
  const name = /filename="([^"]+)"/.exec(answer.headers.get('Content-Disposition') ?? '')?.[1] ?? `sheet.${asked.format}`
  return { blob: await answer.blob(), name, pages: Number(answer.headers.get('Sheet-Pages') ?? 0) }
}

/** A brief as a file. */
export function fetchDocument(brief: Brief, making: Making, format: string, options: FileOptions) {
  const asked: Record<string, string> = { format, paper: options.paper, countIn: String(options.countIn ?? false), click: String(options.click ?? false) }
  if (making.of === 'together')
    return fetchFile('/api/v1/together/document', { ...asked, ...(options.page ? { page: String(options.page) } : {}) }, { brief, members: making.members })
  if (options.countBars) asked.countBars = String(options.countBars)
  if (options.divided) asked.divided = 'true'
  if (options.tempos) asked.tempos = options.tempos
  if (options.page) asked.page = String(options.page)
  if (options.backing && options.backing !== 'run') Object.assign(asked, { backing: options.backing, choruses: String(options.choruses ?? 1) })
  return fetchFile(`/api/v1/${making.of}/document`, { ...asked, ...(making.of === 'round' ? { layout: making.layout } : {}) }, brief)
}

/** The pages of a sheet as pictures, as they come: the first says how many there are. */
export async function* sheetPages(brief: Brief, making: Making, paper: string): AsyncGenerator<Blob> {
  let pages = 1
  for (let page = 1; page <= pages; page++) {
    const made = await fetchDocument(brief, making, 'png', { paper, page })
    pages = made.pages
    yield made.blob
  }
}

/** Hands a file to the browser's downloads. */
export function download(blob: Blob, name: string) {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(blob)
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000)
}

/** Opens a file in the browser's own viewer, which prints it; it is downloaded where no tab may be opened. */
export async function printFile(make: () => Promise<{ blob: Blob; name: string }>) {
  const tab = window.open('', '_blank')
  try {
    const { blob, name } = await make()
    if (tab) tab.location.href = URL.createObjectURL(blob)
    else download(blob, name)
  } catch (cause) {
    tab?.close()
    throw cause
  }
}

export const printSheet = (brief: Brief, making: Making, paper: string) => printFile(() => fetchDocument(brief, making, 'pdf', { paper }))
