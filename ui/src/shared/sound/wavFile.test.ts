import { describe, expect, it } from 'vitest'
import { wavFile } from './wavFile'

describe('a WAV file of what was heard', () => {
  it('says how it is written and holds every sample, cut to what fits', async () => {
    const file = wavFile([new Float32Array([0, 0.5]), new Float32Array([-1, 2])], 48000)
    const view = new DataView(await file.arrayBuffer())
    const word = (at: number) => String.fromCharCode(...[0, 1, 2, 3].map((i) => view.getUint8(at + i)))
    expect([word(0), word(8), word(36)]).toEqual(['RIFF', 'WAVE', 'data'])
    expect(view.getUint32(4, true)).toBe(view.byteLength - 8)
    expect([view.getUint32(24, true), view.getUint32(28, true), view.getUint16(34, true)]).toEqual([48000, 96000, 16])
    expect(view.getUint32(40, true)).toBe(8)
    expect([0, 1, 2, 3].map((i) => view.getInt16(44 + 2 * i, true))).toEqual([0, 16384, -32767, 32767])
  })
})
