import { afterEach, expect, test } from 'vitest'
import { CallError } from '../../api/client'
import { differencesOf, meeting, sendChange, type Choice } from './meet'

afterEach(() => (meeting.value = undefined))

interface Thing {
  version: number
  title: string
}

/** A server that has one thing; every change has to name its version. */
function keeper(stored: Thing) {
  return {
    get stored() {
      return stored
    },
    change: (mine: string, version: number) => ({
      what: 'brief',
      version,
      mine: { title: mine },
      send: (v: number) => {
        if (v !== stored.version) return Promise.reject(new CallError('It was changed in between', [], 409))
        stored = { version: v + 1, title: mine }
        return Promise.resolve(stored)
      },
      read: () => Promise.resolve({ version: stored.version, fields: { title: stored.title }, thing: stored }),
    }),
  }
}

async function answered(choice: Choice | undefined) {
  while (!meeting.value) await new Promise((r) => setTimeout(r))
  meeting.value.answer(choice)
}

test('a change from the stored version goes through unasked', async () => {
  const k = keeper({ version: 4, title: 'old' })
  expect(await sendChange(k.change('mine', 4))).toEqual({ version: 5, title: 'mine' })
  expect(meeting.value).toBeUndefined()
})

test('one that met another overwrites nothing before it is said', async () => {
  const k = keeper({ version: 7, title: 'theirs' })
  const sent = sendChange(k.change('mine', 4))
  while (!meeting.value) await new Promise((r) => setTimeout(r))
  expect(k.stored.title).toBe('theirs')
  expect(meeting.value.differences).toEqual([{ name: 'title', mine: 'mine', stored: 'theirs' }])
  expect(meeting.value.both).toBe(false)
  meeting.value.answer('mine')
  expect(await sent).toEqual({ version: 8, title: 'mine' })
})

test('the stored one is taken, both are kept, or one goes on typing', async () => {
  const k = keeper({ version: 7, title: 'theirs' })
  let took: Thing | undefined
  void answered('stored')
  expect(await sendChange({ ...k.change('mine', 4), took: (t) => (took = t) })).toEqual({ version: 7, title: 'theirs' })
  expect(took?.title).toBe('theirs')
  void answered('both')
  expect(await sendChange({ ...k.change('mine', 4), anew: () => Promise.resolve({ version: 1, title: 'mine' }) })).toEqual({ version: 1, title: 'mine' })
  void answered(undefined)
  await expect(sendChange(k.change('mine', 4))).rejects.toThrow('Nothing was overwritten')
  expect(k.stored).toEqual({ version: 7, title: 'theirs' })
})

test('a change that was made twice asks nothing', async () => {
  const k = keeper({ version: 7, title: 'same' })
  expect(await sendChange(k.change('same', 6))).toEqual({ version: 7, title: 'same' })
})

test('differences are told by fields, however deep; what is empty is not there', () => {
  expect(
    differencesOf(
      { title: 'A', notes: '', brief: { scale: { tonic: 'Eb' }, layout: { strings: [1, 2] } }, goal: [{ tempoBpm: 90 }], closed: false },
      { title: 'A', brief: { scale: { tonic: 'F' }, layout: { strings: [1, 2] }, picking: 'economy' }, goal: [{ tempoBpm: 96 }] },
    ),
  ).toEqual([
    { name: 'brief scale tonic', mine: 'Eb', stored: 'F' },
    { name: 'goal 1 tempo bpm', mine: '90', stored: '96' },
    { name: 'brief picking', mine: '', stored: 'economy' },
  ])
})
