import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import { api, type Brief } from '../api/client'
import { usePhrase } from './usePhrase'

const way = (system: string, kind: string, index = 0, number = 0) => ({
  system,
  way: kind,
  index,
  number,
  same: [`${system}/${index + number}`],
  box: '',
  title: '',
  notes: [],
  spanMm: 0,
  shifts: 0,
  reaches: 0,
  lowFret: 0,
  highFret: 0,
  crossings: 0,
})
/** What the server was asked. */
let asked: { path: string; body: Record<string, unknown> }[] = []
let answers: Record<string, unknown> = {}
let scope = effectScope()
beforeEach(() => {
  localStorage.clear()
  asked = []
  scope = effectScope()
  vi.useFakeTimers()
  vi.spyOn(api, 'POST').mockImplementation(((path: string, init: { body: Record<string, unknown> }) => {
    asked.push({ path, body: init.body })
    const data = path.endsWith('/change')
      ? answers.changed
      : {
          title: '',
          notes: [{}, {}, {}],
          homes: [{ tonic: 'Bb', name: 'dorian' }],
          remarks: [],
          left: [],
          boxes: [],
          text: `of ${String(init.body.text)}`,
          ways: [way('five-form', 'box', 3), way('low', 'low'), way('position', 'position', 0, 6)],
        }
    return Promise.resolve({ data, response: new Response() })
  }) as unknown as typeof api.POST)
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
  vi.restoreAllMocks()
})

async function settle() {
  await nextTick()
  await vi.advanceTimersByTimeAsync(300)
  await flushPromises()
}

function open() {
  const brief = ref<Brief>({ instrument: { id: 'bass' }, scale: { tonic: 'C', name: 'major' }, rhythm: { tempoBpm: 80 } })
  const keep = ref(false)
  const work = scope.run(() =>
    usePhrase(brief, keep, (of) => {
      keep.value = !!of
      if (of) brief.value = of
    }),
  )
  if (!work) throw new Error('no scope')
  return { work, brief, keep }
}

test('what plays the phrase is a brief: the way that is chosen, the home, the rest as it was', async () => {
  const { work } = open()
  work.text.value = '1 2 3'
  await settle()
  expect(work.played.value).toEqual({
    instrument: { id: 'bass' },
    scale: { tonic: 'Bb', name: 'dorian' },
    rhythm: { tempoBpm: 80 },
    layout: { system: 'five-form', box: 3 },
    run: { pattern: 'phrase', phrase: 'of 1 2 3' },
  })
  work.wayAt.value = 2
  expect(work.played.value?.run).toEqual({ pattern: 'phrase', phrase: 'of 1 2 3', way: 'position', at: 6 })
  expect(work.played.value?.layout).toBeUndefined()
})

test('a change is a step that is taken back and done again; what was pasted is never lost', async () => {
  const { work, brief, keep } = open()
  work.text.value = 'pasted tab'
  await settle()
  work.chosen.value = [2, 3]
  answers = { changed: { text: 'changed', scale: { tonic: 'F', name: 'major' }, from: 2, to: 3 } }
  await work.change({ id: 'step', by: 1 })
  expect(asked.findLast((a) => a.path.endsWith('change'))?.body.change).toEqual({ id: 'step', by: 1, from: 2, to: 3 })
  expect([work.text.value, brief.value.scale.tonic, keep.value, work.chosen.value]).toEqual(['changed', 'F', true, [2, 3]])
  work.undo()
  expect([work.text.value, keep.value]).toEqual(['pasted tab', false])
  work.redo()
  expect(work.text.value).toBe('changed')
  work.undo()
  work.bring({ text: 'another' })
  expect(work.canRedo.value).toBe(false)
  work.undo()
  expect(work.text.value).toBe('pasted tab')
  await settle()
  work.bring({ text: work.text.value, file: { name: 'a.mid', data: 'xx' } })
  await settle()
  expect(asked.at(-1)?.body).toMatchObject({ file: 'xx', name: 'a.mid' })
  work.undo()
  expect(work.file.value).toBeUndefined()
  scope.stop()
  scope = effectScope()
  expect(open().work.text.value, 'after a reload').toBe('pasted tab')
})

test('after a change, and back, the phrase lies as it lay', async () => {
  const { work } = open()
  work.text.value = '1 2 3'
  await settle()
  work.wayAt.value = 2
  answers = { changed: { text: 'changed', scale: { tonic: 'F', name: 'major' }, from: 0, to: 0 } }
  await work.change({ id: 'backwards' }, true)
  await settle()
  expect(work.way.value?.way).toBe('position')
  work.wayAt.value = 1
  work.undo()
  await settle()
  expect(work.way.value?.way).toBe('position')
  work.redo()
  await settle()
  expect(work.way.value?.way).toBe('low')
  work.bring({ text: 'another' })
  await settle()
  expect(work.wayAt.value, 'what is new lies best').toBe(0)
})

test('a change of all names no notes; one that is refused changes nothing', async () => {
  const { work } = open()
  work.text.value = '5 4'
  await settle()
  work.chosen.value = [1, 1]
  answers = { changed: { text: 'backwards', scale: { tonic: 'C', name: 'major' }, from: 0, to: 0 } }
  await work.change({ id: 'backwards' }, true)
  expect(asked.findLast((a) => a.path.endsWith('change'))?.body.change).toEqual({ id: 'backwards' })
  await settle()
  vi.spyOn(api, 'POST').mockRejectedValue(new Error('no'))
  await work.change({ id: 'through' }, true)
  expect([work.text.value, work.changing.value]).toEqual(['backwards', false])
})

test('a phrase that was kept lies as it was kept', async () => {
  const { work } = open()
  work.wanted.value = { instrument: { id: 'bass' }, scale: { tonic: 'C', name: 'major' }, run: { way: 'position', at: 6 } }
  work.bring({ text: '1 b3' })
  await settle()
  expect(work.wayAt.value).toBe(2)
  work.text.value = '1 b3 4'
  await settle()
  expect(work.wayAt.value).toBe(0)
})
