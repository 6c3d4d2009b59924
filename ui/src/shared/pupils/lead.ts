/** A sentence in two: what it comes down to, which is read first, and the rest. */
export function lead(words: string): [string, string] {
  const end = /[:.;] /.exec(words)
  return end ? [words.slice(0, end.index + 1), words.slice(end.index + 1)] : [words, '']
}
