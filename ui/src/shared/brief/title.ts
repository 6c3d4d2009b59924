/** A title in the words of a sentence: the key, how it lies, the instrument. */
export function titleOf(parts: { text: string; field?: string }[]): string {
  const said = (...fields: string[]) => parts.find((p) => p.field && fields.includes(p.field))?.text ?? ''
  const key = [said('scale.tonic', 'round.start'), said('scale.name'), said('layout.system')].filter(Boolean).join(' ')
  return [key, said('instrument.id')].filter(Boolean).join(', ')
}

/** The same in two short lines: the key and the instrument; how it lies and in what order it goes. */
export function summaryOf(parts: { text: string; field?: string }[]) {
  const said = (...fields: string[]) => fields.map((f) => parts.find((p) => p.field === f)?.text ?? '').filter(Boolean)
  return {
    title: [said('scale.tonic', 'round.start', 'scale.name').join(' '), ...said('instrument.id')].filter(Boolean).join(', '),
    note: said('layout.system', 'run.direction').join(' · ').replace(/^as /, ''),
  }
}
