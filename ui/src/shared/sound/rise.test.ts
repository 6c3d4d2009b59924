import { expect, it } from 'vitest'
import { Rise } from './rise'

const rate = 44100

/** A second of noise of a level, the same each time. */
function noise(level: number, seconds = 1): Float32Array {
  let seed = 1
  return Float32Array.from({ length: rate * seconds }, () => {
    seed = (seed * 16807) % 2147483647
    return ((seed / 2147483647) * 2 - 1) * level
  })
}

const plucked = (level: number, seconds = 0.5) =>
  Float32Array.from({ length: rate * seconds }, (_, i) => level * Math.exp(-i / rate / 0.4) * Math.sin((2 * Math.PI * 220 * i) / rate))

it('hears nothing begin in steady noise, however loud, nor in silence', () => {
  for (const level of [0, 0.01, 0.3]) {
    const rise = new Rise()
    rise.hear(noise(level))
    let rose = 0
    for (let k = 0; k < 20; k++) rose += Number(rise.hear(noise(level)))
    expect(rose).toBe(0)
    expect(rise.within(rate)).toBe(false)
  }
})

it('hears each note begin once, in noise and while others ring', () => {
  const rise = new Rise()
  rise.hear(noise(0.01))
  let rose = 0
  for (let k = 0; k < 8; k++) {
    const note = plucked(0.3)
    const sound = noise(0.01, 0.5).map((n, i) => n + (note[i] ?? 0))
    for (let at = 0; at < sound.length; at += 1000) rose += Number(rise.hear(sound.slice(at, at + 1000)))
    expect(rise.within(2000)).toBe(true)
  }
  expect(rose).toBe(8)
})
