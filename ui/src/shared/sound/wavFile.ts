const headerBytes = 44
const most = 0x7fff

/** Samples between -1 and 1 as a WAV file of one channel and 16 bits. */
export function wavFile(parts: Float32Array[], rate: number): Blob {
  const samples = parts.reduce((n, p) => n + p.length, 0)
  const view = new DataView(new ArrayBuffer(headerBytes + samples * 2))
  const word = (at: number, text: string) => [...text].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)))
  word(0, 'RIFF')
  view.setUint32(4, headerBytes - 8 + samples * 2, true)
  word(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, 1, true)
  view.setUint32(24, rate, true)
  view.setUint32(28, rate * 2, true)
  view.setUint16(32, 2, true)
  view.setUint16(34, 16, true)
  word(36, 'data')
  view.setUint32(40, samples * 2, true)
  let at = headerBytes
  for (const part of parts)
    for (const s of part) {
      view.setInt16(at, Math.round(Math.max(-1, Math.min(1, s)) * most), true)
      at += 2
    }
  return new Blob([view], { type: 'audio/wav' })
}
