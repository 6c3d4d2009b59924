/** Fetches the accidentals' faces before any text needs them: a browser may not draw text again when one arrives late. */
export function loadAccidentals() {
  for (const face of ['400 1em Accidentals', '700 1em Accidentals', '700 1em "Heading accidentals"']) void document.fonts.load(face, '♭').catch(() => undefined)
}
