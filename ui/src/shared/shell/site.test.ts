import { beforeEach, expect, test, vi } from 'vitest'
import { nextTick } from 'vue'

/** A tab that is opened on the same browser: what it holds and keeps for itself is its own. */
async function tab() {
  vi.resetModules()
  return (await import('./site')).useDraft
}

beforeEach(() => {
  localStorage.clear()
  sessionStorage.clear()
})

test('what is typed outlives a reload, and two tabs do not type into one another', async () => {
  const first = (await tab())('draft', { title: '' })
  first.value.title = 'First'
  const kept = Object.fromEntries(Object.entries(sessionStorage))
  sessionStorage.clear() // another tab has none of it
  const second = (await tab())('draft', { title: '' })
  expect(second.value.title).toBe('First') // what was typed last, wherever
  second.value.title = 'Second'
  window.dispatchEvent(new StorageEvent('storage', { key: 'even-ladder.draft', newValue: '{"title":"Second"}' }))
  await nextTick()
  expect(first.value.title).toBe('First')
  sessionStorage.clear()
  for (const [key, text] of Object.entries(kept)) sessionStorage.setItem(key, text)
  expect((await tab())('draft', { title: '' }).value.title).toBe('First') // the first one is loaded anew
})

test('a text of an older version is still there; nonsense is as it usually is', async () => {
  localStorage.setItem('even-ladder.phraseText', '1 b3 4')
  localStorage.setItem('even-ladder.draft', 'no JSON')
  const useDraft = await tab()
  expect(useDraft('phraseText', '').value).toBe('1 b3 4')
  expect(useDraft('draft', { title: 'usual' }).value).toEqual({ title: 'usual' })
})
