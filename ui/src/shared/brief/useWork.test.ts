import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'
import { api, type Brief } from '../../api/client'
import { notice } from '../shell/notice'
import { changed } from './query'
import { useWork, type Work } from './useWork'

const usual: Brief = { instrument: { id: 'guitar' }, scale: { tonic: 'E', name: 'dorian' } }
const router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/', name: 'bench', component: { template: '' } }] })

/** The server: it makes the change and takes the box out. */
let refuse = false
let asked: Record<string, unknown>[]
beforeEach(async () => {
  refuse = false
  asked = []
  vi.spyOn(api, 'GET').mockReturnValue(new Promise(() => undefined))
  vi.spyOn(api, 'POST').mockImplementation(((_path: string, { body }: { body: { brief: Brief; change: Record<string, never> } }) => {
    asked.push(body.change)
    if (refuse) return Promise.resolve({ error: { title: 'No', errors: [{ field: 'x', message: 'no such key' }] }, response: new Response(null, { status: 422 }) })
    return Promise.resolve({ data: { brief: changed(body.brief, { ...body.change, 'layout.box': null }), cleared: [] }, response: new Response() })
  }) as never)
  await router.replace('/?instrument.id=guitar&scale.tonic=E&layout.box=2')
})

async function work(): Promise<Work> {
  let made: Work | undefined
  const make = (brief: Brief) => Promise.resolve({ brief, sentence: '' })
  mount({ setup: () => void (made = useWork('bench', ref(''), usual, make)), template: '<p />' }, { global: { plugins: [router] } })
  await flushPromises()
  return made as Work
}

describe('the brief of a screen', () => {
  it('changes one thing by the rule of the server, a second before the first has come on top of it', async () => {
    const w = await work()
    void w.ask({ 'scale.tonic': 'A' })
    await w.ask({ 'scale.name': 'dorian' })
    expect(w.brief.value).toEqual({ instrument: { id: 'guitar' }, scale: { tonic: 'A', name: 'dorian' } })
    expect(asked).toHaveLength(2)
  })

  it('takes a choice as it is, without asking', async () => {
    const w = await work()
    await w.change({ 'scale.tonic': 'A', 'layout.box': 1 })
    expect(w.brief.value.layout).toEqual({ box: 1 })
    expect(asked).toEqual([])
  })

  it('says what the server refuses, and takes the next change all the same', async () => {
    const w = await work()
    refuse = true
    await w.ask({ 'scale.tonic': 'H' })
    expect(notice.value?.text).toBe('no such key')
    refuse = false
    await w.ask({ 'scale.tonic': 'B' })
    expect(w.brief.value.scale.tonic).toBe('B')
  })
})
