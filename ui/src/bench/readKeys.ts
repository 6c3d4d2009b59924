import type { Brief, Catalogue } from '../api/client'

/** Reads "Eb mixolydian, Ab dorian": a tonic and the name of a scale each; without a name the scale stays. */
export function readKeys(text: string, catalogue: Catalogue, usual: Brief['scale']): Brief['scale'][] {
  const plain = (s: string) => s.toLowerCase().replaceAll('♭', 'b').replaceAll('♯', '#')
  return text
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const [tonic = '', ...rest] = part.replaceAll('♭', 'b').replaceAll('♯', '#').split(/\s+/)
      const name = plain(rest.join(' '))
      if (!name) return { ...usual, tonic }
      const known = catalogue.scales.find((s) => plain(s.name) === name || s.id === name.replaceAll(' ', '-'))
      return { tonic, name: known?.id ?? name }
    })
}
