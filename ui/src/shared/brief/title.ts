/** A title in the words of a sentence: the key, how it lies, the instrument. */
export function titleOf(parts: { text: string; field?: string }[]): string {
  const said = (...fields: string[]) => parts.find((p) => p.field && fields.includes(p.field))?.text ?? ''
  const key = [said('scale.tonic', 'round.start'), said('scale.name'), said('layout.system')].filter(Boolean).join(' ')
  return [key, said('instrument.id')].filter(Boolean).join(', ')
}
