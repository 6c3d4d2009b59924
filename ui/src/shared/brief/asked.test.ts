import { beforeEach, describe, expect, it, vi } from 'vitest'
import { api, type Brief } from '../../api/client'
import { changeOf, lookAhead, planOf } from './asked'
import { changed } from './query'

let n = 0
/** A brief that no test asked for before. */
const another = (): Brief => ({ instrument: { id: 'guitar' }, scale: { tonic: 'E', name: 'dorian' }, rhythm: { tempoBpm: 20 + n++ } })

let asked: string[]
let down = false
beforeEach(() => {
  asked = []
  down = false
  vi.spyOn(api, 'POST').mockImplementation(((path: string, { body }: { body: { brief: Brief; change: Record<string, never> } }) => {
    asked.push(path.split('/').pop() as string)
    if (down) return Promise.reject(new TypeError('no connection'))
    const data = path.endsWith('change') ? { brief: changed(body.brief, body.change), cleared: [] } : { brief: body }
    return Promise.resolve({ data, response: new Response() })
  }) as never)
})

describe('what is made of a brief alone', () => {
  it('is asked for once, also while the answer is on its way', async () => {
    const brief = another()
    const [first, second] = await Promise.all([planOf(brief), planOf(structuredClone(brief))])
    expect(first).toBe(second)
    await planOf(brief)
    expect(asked).toEqual(['plan'])
  })

  it('is asked for again where nothing came', async () => {
    const brief = another()
    down = true
    await expect(planOf(brief)).rejects.toThrow("Can't reach Even Ladder")
    down = false
    await planOf(brief)
    expect(asked).toEqual(['plan', 'plan'])
  })

  it('is forgotten when much else was asked for since', async () => {
    const brief = another()
    await planOf(brief)
    for (let i = 0; i < 30; i++) await planOf(another())
    asked = []
    await planOf(brief)
    expect(asked).toEqual(['plan'])
  })

  it('is there before it is pressed, as long as it is wanted', async () => {
    const brief = another()
    const left = [{ 'scale.tonic': 'A' }, { 'scale.tonic': 'B' }, { 'scale.tonic': 'D' }]
    let times = 0
    await lookAhead(brief, left, () => ++times < 3)
    expect(asked).toEqual(['change', 'plan', 'change', 'plan'])
    await planOf(await changeOf(brief, { 'scale.tonic': 'A' }))
    expect(asked).toHaveLength(4)
  })
})
