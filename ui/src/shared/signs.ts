const signs: [RegExp, string][] = [
  [/##/g, '𝄪'],
  [/#/g, '♯'],
  [/bb/g, '𝄫'],
  [/b/g, '♭'],
]

/** Data spelling as people read it: "Bb" as B♭, "#4" as ♯4. Only for names, pitches and degrees. */
export function pretty(data: string): string {
  return signs.reduce((s, [from, to]) => s.replace(from, to), data)
}
